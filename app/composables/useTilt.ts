/** Samples that the angle is the middle of: about a second of a phone’s sensor. */
const SAMPLES = 40
/** Without a sample for so long there is no sensor, ms. */
const SILENT = 2500

/**
 * How far this phone leans, lying flat with its screen up: the angle between its back and the level ground, rad.
 * Its sensors are read only while it is on.
 */
export function useTilt() {
  const on = ref(false)
  const problem = ref<string | null>(null)
  const angle = ref<number | null>(null)
  /** standard deviation of the last second’s samples, rad: a hand shakes */
  const shake = ref<number | null>(null)
  let samples: number[] = []
  let silent: ReturnType<typeof setTimeout> | undefined

  function sample({ beta, gamma }: DeviceOrientationEvent) {
    if (beta === null || gamma === null) return
    clearTimeout(silent)
    const rad = Math.PI / 180
    samples = [...samples.slice(1 - SAMPLES), Math.acos(Math.min(1, Math.abs(Math.cos(beta * rad) * Math.cos(gamma * rad))))]
    const sorted = [...samples].sort((a, b) => a - b)
    angle.value = sorted[sorted.length >> 1]!
    const mean = samples.reduce((sum, each) => sum + each, 0) / samples.length
    shake.value = Math.sqrt(samples.reduce((sum, each) => sum + (each - mean) ** 2, 0) / samples.length)
  }
  async function start() {
    problem.value = null
    samples = []
    const ask = (globalThis.DeviceOrientationEvent as { requestPermission?: () => Promise<string> } | undefined)
      ?.requestPermission
    if (ask && (await ask.call(DeviceOrientationEvent)) !== 'granted') {
      problem.value = 'The phone’s sensors were not allowed. Allow them for this page, or type the angle.'
      return
    }
    on.value = true
    addEventListener('deviceorientation', sample)
    silent = setTimeout(() => {
      stop()
      problem.value = 'This device tells no tilt. Type the angle from a level or an inclinometer.'
    }, SILENT)
  }
  function stop() {
    on.value = false
    clearTimeout(silent)
    removeEventListener('deviceorientation', sample)
  }
  onScopeDispose(stop)
  return { on, problem, angle, shake, start, stop }
}
