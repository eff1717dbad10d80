import { bandLevels, hissMeter, type Heard } from '#core/hearing/hiss'

/** ms between two looks at the sound, and how much of it is shown. */
const EVERY = 50
const SHOWN = 8000
/** Samples of a frame: a twelfth of a second, fine enough for its bands. */
const FRAME = 4096

/** What was heard over the last seconds, for the eye. */
interface HeardColumn {
  at: number
  above: number[]
}

/**
 * A microphone, or the stand-in of one, listened to for gas that escapes. Nothing of the sound is kept or sent.
 * @param hear is told what is heard, twenty times a second
 */
export function useListening(hear: (heard: Heard) => void) {
  const on = ref(false)
  const problem = ref<string | null>(null)
  const heard = shallowRef<Heard | null>(null)
  const columns = shallowRef<HeardColumn[]>([])
  let context: AudioContext | null = null
  let source: AudioNode | null = null
  let stream: MediaStream | null = null
  let timer: ReturnType<typeof setInterval> | undefined

  function listenTo(node: AudioNode) {
    source = node
    const analyser = context!.createAnalyser()
    analyser.fftSize = FRAME
    analyser.smoothingTimeConstant = 0
    node.connect(analyser)
    const spectrum = new Float32Array(analyser.frequencyBinCount)
    const meter = hissMeter()
    const begun = performance.now()
    on.value = true
    timer = setInterval(() => {
      analyser.getFloatFrequencyData(spectrum)
      const at = performance.now() - begun
      const now = meter.hear(bandLevels(spectrum, context!.sampleRate), at / 1000)
      heard.value = now
      columns.value = [...columns.value.filter(each => at - each.at < SHOWN), { at, above: now.above }]
      hear(now)
    }, EVERY)
  }
  async function start() {
    stop()
    problem.value = null
    if (!navigator.mediaDevices?.getUserMedia) {
      problem.value = 'A browser lets a page listen only at a secure address (https), or on the machine itself.'
      return
    }
    try {
      // What a telephone does to a voice takes a hiss away.
      stream = await navigator.mediaDevices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
      })
    } catch (thrown) {
      problem.value =
        (thrown as DOMException).name === 'NotAllowedError'
          ? 'The microphone was not allowed. Allow it for this page in the browser’s settings, then try again.'
          : 'No microphone was found, or another program uses it.'
      return
    }
    context = new AudioContext()
    await context.resume()
    listenTo(context.createMediaStreamSource(stream))
  }
  /** Listens to a sound that is made instead of heard. @param made samples, -1 to 1, of a rate; played over and over */
  async function startOn(made: (rate: number) => Float64Array) {
    stop()
    context = new AudioContext()
    await context.resume()
    play(made)
  }
  /** Another made sound from now on, as when the microphone goes to another part. */
  function play(made: (rate: number) => Float64Array) {
    if (!context) return
    const samples = made(context.sampleRate)
    const buffer = context.createBuffer(1, samples.length, context.sampleRate)
    buffer.copyToChannel(Float32Array.from(samples), 0)
    const node = context.createBufferSource()
    Object.assign(node, { buffer, loop: true })
    node.start()
    if (source && on.value) {
      through!.gain.value = 1
      ;(playing as AudioBufferSourceNode | null)?.stop()
      node.connect(through!)
    } else {
      through = context.createGain()
      node.connect(through)
      listenTo(through)
    }
    playing = node
  }
  let through: GainNode | null = null
  let playing: AudioBufferSourceNode | null = null
  function stop() {
    clearInterval(timer)
    on.value = false
    heard.value = null
    columns.value = []
    source = null
    playing = null
    stream?.getTracks().forEach(track => track.stop())
    stream = null
    void context?.close()
    context = null
  }
  onScopeDispose(stop)
  return { on, problem, heard, columns, start, startOn, play, stop }
}
