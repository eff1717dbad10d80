import EyeWorker from '~/workers/eye.worker?worker'
import type { FromEye, ToEye } from '~/workers/eye.worker'
import type { FrameLeftOut, FrameReading } from '#core/seeing/frames/frames'
import { steadyReading } from '#core/seeing/frames/steadyReading'
import type { InstrumentSight } from '#shared/schemas/sight'

/** What is seen of a stretch of frames. */
export interface SeenStretch {
  /** ms since 1970, its middle */
  at: number
  /** Pa; null where it is left out */
  pressure: number | null
  noise: number
}
/** Width to which frames are taken down, px: beyond it a needle is no surer and a phone warmer. */
const WIDTH = 960
/** ms between two frames, and of a stretch that makes one reading. */
const EVERY = 200
const STRETCH = 3000
/** So many of the last frames say why nothing is read. */
const LAST = 8

/**
 * A camera and the worker that reads its frames.
 * @param taken is given each stretch of frames
 */
export function useEye(taken: (stretch: SeenStretch) => void) {
  const video = shallowRef<HTMLVideoElement | null>(null)
  const problem = ref<string | null>(null)
  const seeing = ref(false)
  const reading = ref(false)
  const last = shallowRef<FrameReading | null>(null)
  const frames = reactive({ read: 0, leftOut: 0 })
  const recent: (FrameLeftOut | null)[] = []
  /** why the last frames were left out, where most of them were */
  const why = ref<FrameLeftOut | null>(null)
  let stream: MediaStream | null = null
  let stretch: { reading: FrameReading; at: number }[] = []
  let busy = false
  let timer: ReturnType<typeof setTimeout> | undefined

  const worker = new EyeWorker()
  let answered: ((answer: FromEye) => void) | null = null
  worker.onmessage = ({ data }: MessageEvent<FromEye>) => {
    if (data.kind === 'read') take(data.reading, data.at)
    else answered?.(data)
  }
  const tell = (message: ToEye, transfer: Transferable[]) => worker.postMessage(message, transfer)

  function take(seen: FrameReading, at: number) {
    busy = false
    last.value = seen
    if ('leftOut' in seen) frames.leftOut++
    else frames.read++
    recent.push('leftOut' in seen ? seen.leftOut : null)
    if (recent.length > LAST) recent.shift()
    const reasons = recent.filter(each => each !== null)
    why.value = reasons.length > LAST / 2 ? reasons.at(-1)! : null
    stretch.push({ reading: seen, at })
    if (at - stretch[0]!.at < STRETCH) return
    const steady = steadyReading(stretch.map(each => each.reading))
    taken({ at: (stretch[0]!.at + at) / 2, pressure: steady?.pressure ?? null, noise: steady?.noise ?? 0 })
    stretch = []
  }

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
  async function look() {
    if (!reading.value) return
    timer = setTimeout(() => void look(), EVERY)
    if (busy) return
    busy = true
    const picture = await frame()
    if (picture) tell({ kind: 'frame', picture, at: Date.now() }, [picture])
    else busy = false
  }
  /** Shows a picture and what was set up in it. @returns what it reads there, or why it cannot */
  function setUp(picture: ImageBitmap, sight: InstrumentSight): Promise<FrameReading | string> {
    return new Promise(done => {
      answered = answer => done(answer.kind === 'set up' ? answer.reading : answer.kind === 'not set up' ? answer.why : '')
      tell({ kind: 'set up', picture, sight: JSON.parse(JSON.stringify(sight)) as InstrumentSight }, [picture])
    })
  }
  function read() {
    stretch = []
    recent.length = 0
    Object.assign(frames, { read: 0, leftOut: 0 })
    reading.value = true
    void look()
  }
  function rest() {
    reading.value = false
    clearTimeout(timer)
    busy = false
  }
  function stop() {
    rest()
    stream?.getTracks().forEach(track => track.stop())
    stream = null
    seeing.value = false
  }
  onScopeDispose(() => {
    stop()
    worker.terminate()
  })
  return { video, problem, seeing, reading, last, frames, why, start, frame, setUp, read, rest, stop }
}
