import { shortFigure } from './writing'
import { tankKind, USUAL_LIMIT_SOURCE } from '../core/circuit/tankKinds'
import { standardFromThroughput, throughputFromStandard } from '../core/quantity/standardLeakRate'
import type { KeptRelief, Relief } from './leaktest/setupForm'
import { fuelLimit } from './ledgerParts'
import type { JobView } from './views'

/**
 * Why a target pressure (Pa gauge, either side of zero) is refused on a tank, or null when it may be used.
 * @param show writes a pressure in the reader's unit
 */
export function overLimit(
  job: Pick<JobView, 'pressureLimit' | 'limitSource'>,
  target: number,
  show: (pascals: number) => string,
): string | null {
  if (!(Math.abs(target) > job.pressureLimit)) return null
  return `${show(target)} is above this tank’s limit of ${show(job.pressureLimit)} (${job.limitSource}). Choose ${show(job.pressureLimit)} or less: panels and seams split before a gauge shows it.`
}

/** Limits from so many times the usual ones on want a reason. */
const FAR = 2

/** Limits of a tank, as they are at its opening or after a change. */
export type TankLimits = Pick<JobView, 'tankKind' | 'pressureLimit' | 'acceptance' | 'fuelAcceptance' | 'fuel'>

/** Why limits are asked about: more than twice what is usual of this kind of tank and fuel; null where they are not. */
export function limitsQuestion(limits: TankLimits): string | null {
  const kind = tankKind(limits.tankKind)
  const usual = throughputFromStandard(kind.acceptance)
  const usualWhereFuel = fuelLimit({ ...limits, acceptance: Infinity, fuelAcceptance: null })
  const far = (
    [
      ['It may leak', limits.acceptance, usual],
      ['Where fuel stands it may leak', limits.fuelAcceptance ?? 0, usualWhereFuel],
    ] as const
  ).find(([, is, was]) => is > FAR * was)
  if (!far) return null
  const [what, is, was] = far
  return `${what} ${inMillilitres(is)} a minute, and ${inMillilitres(was)} is usual: say why it may be more.`
}

export const inMillilitres = (rate: number) => `${shortFigure(standardFromThroughput(rate), 3)} mL`

/** A gauge's own flutter above the limit is no reason to run, Pa. */
const FLUTTER = 50

/** Whether a reading (Pa gauge, either side of zero) is above the tank's limit, and it must be vented at once. */
export const isOver = (job: Pick<JobView, 'pressureLimit'>, pressure: number): boolean =>
  Math.abs(pressure) > job.pressureLimit + FLUTTER

/** Whether nobody has looked for the tank's own plate or manual yet: its limit is what is usual for its kind. */
export const limitIsUsual = (job: Pick<JobView, 'limitSource'>): boolean => job.limitSource === USUAL_LIMIT_SOURCE

/**
 * Why a test may not begin with what keeps its pressure below the limit, or null when it may: something must be there, open
 * before the limit and not before the target.
 * @param target Pa gauge, above zero
 * @param show writes a pressure in the reader's unit
 */
export function reliefProblem(
  job: Pick<JobView, 'pressureLimit' | 'limitSource'>,
  relief: Relief | null,
  target: number,
  show: (pascals: number) => string,
): string | null {
  if (relief === null)
    return 'Say what keeps it below the limit: a water column, a relief valve or a regulator. Without one a pump, or the sun, goes past it unseen.'
  if (relief.opensAt > job.pressureLimit)
    return `It opens at ${show(relief.opensAt)}, above this tank’s limit of ${show(job.pressureLimit)} (${job.limitSource}): set it to the limit or below.`
  if (relief.opensAt < target)
    return `It opens at ${show(relief.opensAt)}, below the target of ${show(target)}: nothing would hold. Set it between the target and the limit.`
  return null
}

/**
 * A balloon that is tied on is indicator and relief in one: it gives way before a tank does, so that a look under it asks for no
 * other. Null where none is on, or where more goes in than rubber holds.
 * @param target Pa gauge
 */
export function balloonRelief(job: Pick<JobView, 'tests' | 'pressureLimit'>, target: number): KeptRelief | null {
  const tied = job.tests.find(test => test.kind === 'balloon' && test.stoppedAt === null && !test.struck)
  if (!tied) return null
  const opensAt = RUBBER_GIVES * tied.pressure
  return target <= opensAt && opensAt <= job.pressureLimit ? { kind: 'balloon', opensAt } : null
}
/** A party balloon grows at nearly its own pressure; it never holds this many times as much. Source: general trade practice. */
const RUBBER_GIVES = 1.5

/** What kept this tank below its limit when air or smoke last went in: most likely it does again. */
export const lastRelief = (job: Pick<JobView, 'tests' | 'probes'>): Relief | null =>
  [...job.tests.map(test => ({ at: test.startedAt, relief: test.relief })), ...job.probes]
    .sort((a, b) => a.at - b.at)
    .flatMap(({ relief }) => (relief && isChosen(relief) ? [relief] : []))
    .at(-1) ?? null
const isChosen = (relief: KeptRelief): relief is Relief => relief.kind !== 'balloon'

export const inLitres = (cubicMetres: number) => `${shortFigure(Math.round(cubicMetres * 10_000) / 10, 8)} L`
export const inKilopascals = (pascals: number) => `${shortFigure(Math.round(pascals / 10) / 100, 8)} kPa`
