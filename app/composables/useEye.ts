import EyeWorker from '~/workers/eye.worker?worker'
import type { FromEye, ToEye } from '~/workers/eye.worker'
import type { FrameLeftOut, FrameReading } from '#core/seeing/frames/frames'
import { steadyReading, type SteadyReading, type TimedFrame } from '#core/seeing/frames/steadyReading'
import type { InstrumentSight } from '#shared/schemas/sight'

/** ms between two frames, and of a stretch that makes one reading. */
const EVERY = 200
const STRETCH = 3000
/** So many of the last frames say why nothing is read. */
const LAST = 8

/**
 * A camera and the worker that reads its frames.
 * @param taken is given the reading of each stretch of frames, whose time is ms since 1970
 */
export function useEye(taken: (reading: SteadyReading) => void) {
  const { video, problem, seeing, start, frame, stop: stopCamera } = useCamera()
  const reading = ref(false)
  const last = shallowRef<FrameReading | null>(null)
  const frames = reactive({ read: 0, leftOut: 0 })
  const recent: (FrameLeftOut | null)[] = []
  /** why the last frames were left out, where most of them were */
  const why = ref<FrameLeftOut | null>(null)
  let stretch: TimedFrame[] = []
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
    const steady = steadyReading(stretch)
    if (steady) taken(steady)
    stretch = []
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
    stopCamera()
  }
  onScopeDispose(() => {
    stop()
    worker.terminate()
  })
  return { video, problem, seeing, reading, last, frames, why, start, frame, setUp, read, rest, stop }
}
