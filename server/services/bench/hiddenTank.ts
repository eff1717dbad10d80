import { reach, type Reach, type TestSetup } from '../../../core/circuit/reach'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { uniformAt } from '../../../core/standin/seededRandom'
import type { StandInConfig } from '../../../core/standin/standInTank'
import { typicalTank } from '../../../core/standin/typicalTank'
import { liveParts } from '../../../shared/jobCircuit'
import type { HoldView } from '../../../shared/leaktest/hold/holdView'
import type { JobView } from '../../../shared/views'
import type { RepairView } from '../../../shared/record/kinds/repair'
import type { HiddenTank } from '../../db/schema/hiddenTank'

/** A number from an id, for seeds. */
export function seedOf(id: string): number {
  let h = 2166136261
  for (const letter of id) h = Math.imul(h ^ letter.charCodeAt(0), 16777619)
  return h >>> 0
}

/**
 * One or two leaks, from a half to thirty times the limit, on parts drawn by the job's seed; in a vapour system now and then a
 * valve that is stuck open or a sensor that is off.
 */
export function inventHiddenTank(job: JobView): HiddenTank {
  const seed = seedOf(job.id)
  const parts = liveParts(job)
  const count = uniformAt(seed, 20, 0) < 0.7 ? 1 : 2
  const leaks = Array.from({ length: count }, (_, k) => ({
    partId: parts[Math.floor(uniformAt(seed, 21, k) * parts.length)]!.id,
    law: uniformAt(seed, 22, k) < 0.8 ? ('viscous' as const) : ('orifice' as const),
    rate: job.acceptance * (k === 0 ? 2 * 15 ** uniformAt(seed, 23, k) : 0.5 * 20 ** uniformAt(seed, 23, k)),
    referencePressure: job.pressureLimit / 2,
  }))
  const valves = job.circuit.links.filter(link => link.kind === 'solenoid')
  const stuck =
    valves.length > 0 && uniformAt(seed, 24, 0) < 0.25 ? valves[Math.floor(uniformAt(seed, 24, 1) * valves.length)]! : null
  return {
    seed,
    leaks,
    unruliness: uniformAt(seed, 26, 0),
    ...(stuck && { stuck: { [stuck.id]: 'open' as const } }),
    ...(parts.some(part => part.family === 'sensor') &&
      uniformAt(seed, 25, 0) < 0.15 && { sensorOffset: 0.4 + 0.8 * uniformAt(seed, 25, 1) }),
  }
}

/** What a set-up really reaches, with the valves that are stuck as they are stuck. */
export const reachInTruth = (hidden: HiddenTank, job: Pick<JobView, 'circuit' | 'parts'>, setup: TestSetup): Reach =>
  reach(job.circuit, liveParts(job), { ...setup, links: { ...setup.links, ...hidden.stuck } })

/** What a first repair from outside leaves of a leak that comes back. */
const LEFT_OUTSIDE = 0.4
const reachesWhatIsBelow: readonly RepairView['method'][] = ['liner', 'poured-lining', 'hot-work', 'renew-part', 'renew-tank']

/** The leak that is left on each part after the repairs recorded so far, in motion and at rest. */
export function remainingInMotion(hidden: HiddenTank, job: Pick<JobView, 'repairs'>, at: number): HiddenTank['leaks'] {
  return hidden.leaks.flatMap(leak => {
    const repairs = job.repairs.filter(repair => !repair.struck && repair.at <= at && repair.partIds.includes(leak.partId))
    const leaves = ({ id, method }: RepairView, k: number) =>
      hidden.leftAfter?.[id] ?? (hidden.comesBack && k === 0 && !reachesWhatIsBelow.includes(method) ? LEFT_OUTSIDE : 0)
    const left = repairs.reduce((share, repair, k) => share * leaves(repair, k), 1)
    return left > 0 ? [{ ...leak, rate: leak.rate * left }] : []
  })
}

/** The same of a tank at rest, as gas finds it. */
export const remainingLeaks = (hidden: HiddenTank, job: Pick<JobView, 'repairs'>, at: number): HiddenTank['leaks'] =>
  remainingInMotion(hidden, job, at).filter(leak => !leak.whenMoving)

const RIG_SHARE = throughputFromStandard(0.02)
const OPEN_END = throughputFromStandard(20_000)

/** The stand-in for one hold: the tank with what still leaks within its boundary, in ordinary workshop air. */
export function standInFor(
  hidden: HiddenTank,
  job: JobView,
  hold: Pick<HoldView, 'id' | 'setup' | 'closures' | 'links' | 'hasThermometer' | 'hasBarometer'>,
  at: number,
): StandInConfig {
  const truth = reachInTruth(hidden, job, { closures: hold.closures, links: hold.links, pressure: hold.setup.testPressure })
  const reached = new Set(truth.reached)
  const seed = hidden.seed ^ seedOf(hold.id)
  const tank = typicalTank({
    seed,
    unruliness: hidden.unruliness ?? 0,
    ...(hidden.calm && { calm: true }),
    setup: hold.setup,
    hasThermometer: hold.hasThermometer,
    hasBarometer: hold.hasBarometer,
    leaks: [
      ...remainingLeaks(hidden, job, at).filter(leak => reached.has(leak.partId)),
      { law: 'viscous', rate: RIG_SHARE, referencePressure: hold.setup.testPressure },
      // An end that stands open lets out all that goes in.
      ...truth.escapes.map(() => ({
        law: 'orifice' as const,
        rate: OPEN_END,
        referencePressure: Math.abs(hold.setup.testPressure),
      })),
    ],
  })
  return hidden.drift === undefined ? tank : { ...tank, skin: { ...tank.skin, drift: hidden.drift } }
}
