import { liveHold } from '#core/hold/estimateHold'
import { HoldError, type HoldSetup, type Reading } from '#core/hold/holdSetup'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import { rigCheckSetup } from '#core/leaktest/rig/rigCheck'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { standInTank, tame } from '#core/standin/standInTank'

const STAND_IN_SPEED = 60
const STAND_IN_EVERY = 5 // s of its own time

/** A dead-ended rig under test in this page: few readings, typed or from a stand-in, kept only once they are worth keeping. */
export function useRigCheck() {
  const now = useClock()
  const readings = shallowRef<Reading[]>([])
  const startedAt = ref<number | null>(null)
  const simulated = ref(false)
  const setup = shallowRef<HoldSetup | null>(null)
  let timer: ReturnType<typeof setInterval> | undefined
  const stop = () => clearInterval(timer)
  onScopeDispose(stop)

  const held = computed(() =>
    startedAt.value === null
      ? 0
      : simulated.value
        ? (readings.value.at(-1)?.t ?? 0)
        : Math.max(0, (now.value - startedAt.value) / 1000),
  )
  const result = computed<{ estimate: HoldEstimate | null; reason: string | null }>(() => {
    if (!setup.value) return { estimate: null, reason: null }
    const hold = liveHold(setup.value)
    try {
      hold.take(readings.value)
      return { estimate: hold.estimate(setup.value), reason: null }
    } catch (error) {
      if (error instanceof HoldError) return { estimate: null, reason: error.message }
      throw error
    }
  })
  /** @param rig volume of hoses and gauge, m3 */
  function start(rig: number, pressure: number, gauge: HoldSetup['gauge'], standIn: boolean) {
    stop()
    setup.value = rigCheckSetup(rig, pressure, gauge)
    readings.value = []
    startedAt.value = Date.now()
    simulated.value = standIn
    if (!standIn) return
    const tank = standInTank({
      seed: startedAt.value % 100_000,
      space: { volume: rig, wallGive: 0 },
      startPressure: pressure,
      pumpWarmth: 0,
      settleTime: 60,
      unruly: tame,
      leaks: [{ law: 'viscous', rate: throughputFromStandard(0.012), referencePressure: pressure }],
      skin: { start: 290, drift: 0.1, swing: 0.02, swingPeriod: 1800, wander: 0.02 },
      weather: { start: 101_000, drift: 10, wander: 5 },
      gauge: { ...gauge, drift: 0 },
      thermometer: null,
      barometer: null,
    })
    let t = 0
    timer = setInterval(() => {
      const until = ((Date.now() - startedAt.value!) / 1000) * STAND_IN_SPEED
      const fresh: Reading[] = []
      for (; t <= until && fresh.length < 200; t += STAND_IN_EVERY) fresh.push(tank.readAt(t))
      if (fresh.length) readings.value = [...readings.value, ...fresh]
      if (readings.value.length >= 600) stop()
    }, 250)
  }
  return {
    readings,
    startedAt,
    simulated,
    setup,
    held,
    result,
    start,
    stop,
    type: (pressure: number) => {
      readings.value = [...readings.value, { t: Math.round(held.value * 10) / 10, pressure }]
    },
  }
}
