import { reach, type Reach, type TestSetup } from '../../../core/circuit/reach'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { uniformAt } from '../../../core/standin/seededRandom'
import type { HoldSetup } from '../../../core/hold/hold'
import { tame, type StandInConfig, type Unruly } from '../../../core/standin/standInTank'
import { liveParts } from '../../../shared/jobCircuit'
import type { HoldView } from '../../../shared/leaktest/hold/holdView'
import type { JobView } from '../../../shared/views'
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

/** The leak that is left on each part after the repairs recorded so far. */
export function remainingLeaks(hidden: HiddenTank, job: JobView, at: number): HiddenTank['leaks'] {
  return hidden.leaks.flatMap(leak => {
    const repairs = job.repairs.filter(
      repair => !repair.struck && repair.at <= at && job.leaks.find(each => each.id === repair.leakId)?.partId === leak.partId,
    )
    const left = repairs.reduce((share, repair) => share * (hidden.leftAfter?.[repair.id] ?? 0), 1)
    return left > 0 ? [{ ...leak, rate: leak.rate * left }] : []
  })
}

/**
 * What a real tank does besides, by how unruly this one is: its gas follows late, its far side moves more, baffles hold warm gas,
 * fuel evaporates where there is some, moulded walls creep, instruments lag.
 */
function unrulyFor(degree: number, surroundings: HoldSetup['surroundings'], draw: (channel: number) => number): Unruly {
  if (degree === 0) return tame
  const wet = surroundings?.inside === 'wet with fuel'
  return {
    gasLag: degree * 900 * draw(40),
    farSide: degree * (draw(41) - 0.5),
    slow: { share: degree * 0.4 * draw(42), settleTime: 900 + 1200 * draw(43) },
    vapour: { rise: degree * (wet ? 800 : surroundings?.inside === 'dry' ? 0 : 12) * draw(44), time: 300 + 1500 * draw(45) },
    creep: surroundings?.wall === 'plastic' ? 0.04 + degree * 0.16 * draw(46) : 0,
    thermometerLag: degree * 500 * draw(47),
  }
}

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
  const { setup } = hold
  const degree = hidden.unruliness ?? 0
  const vary = (channel: number, spread: number) => spread * (2 * uniformAt(seed, channel, 0) - 1)
  return {
    seed,
    space: {
      ...setup.space,
      volume: setup.space.volume * (1 + vary(30, Math.min(0.1, setup.volumeUncertainty / setup.space.volume))),
    },
    leaks: [
      ...remainingLeaks(hidden, job, at).filter(leak => reached.has(leak.partId)),
      { law: 'viscous', rate: RIG_SHARE, referencePressure: setup.testPressure },
      // An end that stands open lets out all that goes in.
      ...truth.escapes.map(() => ({
        law: 'orifice' as const,
        rate: OPEN_END,
        referencePressure: Math.abs(setup.testPressure),
      })),
    ],
    startPressure: setup.testPressure,
    pumpWarmth: Math.sign(setup.testPressure) * (0.6 + 0.3 * uniformAt(seed, 31, 0)),
    settleTime: 90 + 60 * uniformAt(seed, 32, 0),
    unruly: unrulyFor(degree, setup.surroundings, channel => uniformAt(seed, channel, 0)),
    skin: { start: 289 + vary(33, 3), drift: vary(34, 0.25), swing: 0.05, swingPeriod: 2400, wander: 0.05 },
    weather: { start: 100_900 + vary(35, 900), drift: vary(36, 30), wander: 8 },
    gauge: { ...setup.gauge, drift: degree * vary(39, 15) },
    thermometer: hold.hasThermometer ? { resolution: 0.05, noise: 0.01, drift: vary(37, 0.05) } : null,
    ...(setup.bottle && {
      bottle: {
        volume: setup.bottle.volume,
        lag: { 'inside': 60, 'on the skin': 200, 'beside': 400 }[setup.bottle.lies],
        aside: { 'inside': 0, 'on the skin': 0.05, 'beside': 0.4 }[setup.bottle.lies] * vary(48, 1),
        leak: 0,
        gauge: { ...setup.bottle.gauge, drift: degree * vary(49, 8) },
      },
    }),
    barometer: hold.hasBarometer ? { resolution: 10, noise: 4, drift: vary(38, 5) } : null,
  }
}
