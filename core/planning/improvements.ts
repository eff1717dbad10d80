import { throughputFromStandard } from '../quantity/standardLeakRate'
import type { HoldSetup } from '../hold/holdSetup'
import type { PlannedHold } from './plannedHold'

/** What could be done to decide a hold sooner. */
export const improvements = [
  'thermometer',
  'barometer',
  'bottle',
  'finer gauge',
  'bracket',
  'more pressure',
  'half the volume',
  'night',
] as const
export type Improvement = (typeof improvements)[number]

/** Doubt of an instrument that is read: K and Pa over the hold. */
const READ = { temperature: 0.05, barometer: 10 }
/** A litre on the skin, with a gauge of a pascal between. */
const BOTTLE: NonNullable<HoldSetup['bottle']> = {
  volume: 0.001,
  lies: 'on the skin',
  gauge: { resolution: 1, noise: 1 },
  leakUncertainty: throughputFromStandard(0.002),
}
/** Of the tank's own limit, as far as more pressure goes; less than a tenth more is not worth it. */
const MOST_PRESSURE = 0.9
const WORTH = 1.1

/** The same hold with one thing better; null where it is as good already, or cannot be. */
export function improved(planned: PlannedHold, with_: Improvement): PlannedHold | null {
  const { setup } = planned
  const change = (changed: Partial<HoldSetup>, more: Partial<PlannedHold> = {}): PlannedHold => ({
    ...planned,
    ...more,
    setup: { ...setup, ...changed },
  })
  switch (with_) {
    case 'thermometer':
      return planned.hasThermometer || setup.bottle
        ? null
        : change({ temperatureChangeUncertainty: READ.temperature }, { hasThermometer: true })
    case 'barometer':
      return planned.hasBarometer || setup.bottle
        ? null
        : change({ barometerChangeUncertainty: READ.barometer }, { hasBarometer: true })
    case 'bottle':
      return setup.bottle ? null : change({ bottle: BOTTLE })
    case 'finer gauge': {
      const finer = ({ resolution, noise }: HoldSetup['gauge']) => ({ resolution: resolution / 10, noise: noise / 10 })
      return setup.bottle
        ? change({ bottle: { ...setup.bottle, gauge: finer(setup.bottle.gauge) } })
        : change({ gauge: finer(setup.gauge) })
    }
    case 'bracket':
      return planned.course === 'bracketed' ? null : change({}, { course: 'bracketed' })
    case 'more pressure': {
      const most = Math.min(2 * Math.abs(setup.testPressure), MOST_PRESSURE * planned.pressureLimit)
      const testPressure = Math.sign(setup.testPressure) * most
      return most > WORTH * Math.abs(setup.testPressure) ? change({ testPressure }) : null
    }
    case 'half the volume':
      return change({
        space: { ...setup.space, volume: setup.space.volume / 2 },
        volumeUncertainty: setup.volumeUncertainty / 2,
      })
    case 'night':
      return setup.surroundings?.place === 'outdoors' && !planned.atNight ? change({}, { atNight: true }) : null
  }
}
