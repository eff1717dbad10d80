/** Width to which frames are taken down, px: beyond it a needle is no surer and a phone warmer. */
const WIDTH = 960

/** A phone’s camera, the one that looks away from whoever holds it. Nothing that it sees is kept or sent. */
export function useCamera() {
  const video = shallowRef<HTMLVideoElement | null>(null)
  const problem = ref<string | null>(null)
  const seeing = ref(false)
  let stream: MediaStream | null = null

  async function start() {
    problem.value = null
    if (!navigator.mediaDevices?.getUserMedia) {
      problem.value =
        'A browser lets a page use the camera only at a secure address (https), or on the machine itself. Ask the owner for that address.'
      return
    }
    try {
      stream = await navigator.mediaDevices.getUserMedia({
        audio: false,
        video: { facingMode: { ideal: 'environment' }, width: { ideal: 1280 }, height: { ideal: 720 } },
      })
    } catch (thrown) {
      problem.value =
        (thrown as DOMException).name === 'NotAllowedError'
          ? 'The camera was not allowed. Allow it for this page in the browser’s settings, then try again.'
          : 'No camera was found, or another program uses it.'
      return
    }
    stream.getTracks().forEach(track =>
      track.addEventListener('ended', () => {
        seeing.value = false
        problem.value = 'The camera was taken away. Start it again.'
      }),
    )
    await nextTick()
    if (!video.value) return stop()
    video.value.srcObject = stream
    await video.value.play()
    seeing.value = true
  }
  /** The frame of now, not wider than what is read; null while the camera has none. */
  async function frame(): Promise<ImageBitmap | null> {
    const from = video.value
    if (!from || from.readyState < 2 || from.videoWidth === 0) return null
    return createImageBitmap(from, { resizeWidth: Math.min(WIDTH, from.videoWidth), resizeQuality: 'medium' })
  }
  function stop() {
    stream?.getTracks().forEach(track => track.stop())
    stream = null
    seeing.value = false
  }
  onScopeDispose(stop)
  return { video, problem, seeing, start, frame, stop }
}
