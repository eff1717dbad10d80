import EyeWorker from '~/workers/eye.worker?worker'
import type { FromEye, ToEye } from '~/workers/eye.worker'
import type { FrameReading } from '#core/seeing/frames/frames'
import { steadyReading } from '#core/seeing/frames/steadyReading'
import type { StandInReading } from '#core/standin/standInTank'

/** ms between two looks at the simulated dial. */
const EVERY = 700

/**
 * The stand-in of a camera: the simulated tank’s dial is drawn as a camera would see it, and read like any other.
 * @param full end of the dial’s scale, Pa @param taken is given what was read beside what else the tank’s instruments show
 */
export function useStandInEye(
  holdId: string,
  full: () => number,
  taken: (shown: StandInReading, pressure: number | null, noise: number) => void,
) {
  const canvas = shallowRef<HTMLCanvasElement | null>(null)
  const on = ref(false)
  const hand = ref(false)
  const last = shallowRef<FrameReading | null>(null)
  const problem = ref<string | null>(null)
  const worker = new EyeWorker()
  let answered: ((answer: Extract<FromEye, { kind: 'read' }>) => void) | null = null
  worker.onmessage = ({ data }: MessageEvent<FromEye>) => {
    if (data.kind === 'read') answered?.(data)
  }
  const see = (shown: StandInReading, k: number) =>
    new Promise<FrameReading>(done => {
      answered = ({ reading, picture }) => {
        if (picture && canvas.value) {
          Object.assign(canvas.value, { width: picture.width, height: picture.height })
          canvas.value.getContext('2d')!.drawImage(picture, 0, 0)
        }
        picture?.close()
        done(reading)
      }
      const at = Math.round(10 * shown.t) + k
      worker.postMessage({ kind: 'stand-in', pressure: shown.pressure, full: full(), at, hand: hand.value } satisfies ToEye)
    })
  async function look() {
    while (on.value) {
      try {
        const shown = await callApi<StandInReading>(`holds/${holdId}/needle`)
        problem.value = null
        const frames = [await see(shown, 0), await see(shown, 1)]
        last.value = frames[1]!
        const steady = steadyReading(frames.map(reading => ({ reading, at: 0 })))
        if (on.value) taken(shown, steady?.pressure ?? null, steady?.noise ?? 0)
      } catch (error) {
        if (!(error instanceof ApiError)) throw error
        problem.value = error.message
      }
      await new Promise(done => setTimeout(done, EVERY))
    }
  }
  onScopeDispose(() => {
    on.value = false
    worker.terminate()
  })
  return {
    canvas,
    on,
    hand,
    last,
    problem,
    start() {
      if (on.value) return
      on.value = true
      void look()
    },
    stop() {
      on.value = false
    },
  }
}
