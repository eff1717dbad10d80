import { proposedClosures } from '../circuit/proposedClosures'
import { reach } from '../circuit/reach'
import { causeOf } from '../complaint/causes'
import type { Check } from '../complaint/checks'
import { answerChances } from '../complaint/observations'
import type { CheckAnswer, TestWord } from '../complaint/situation'
import { wallOf } from '../hold/besides/surroundings'
import type { HoldSetup } from '../hold/holdSetup'
import { trial } from '../planning/trial'
import { throughputFromStandard } from '../quantity/standardLeakRate'
import { channelOf, uniformAt } from '../standin/seededRandom'
import { smokeAt } from '../standin/smokeMachine'
import { tiedPartsOf, type Fault, type Hunt } from './hunt'

const draws = { answer: 240, wrong: 241, instead: 242, soap: 243, hold: 244 } as const

/** Of the wilder set: how often a check is read wrongly. */
const MISREAD = 0.1
/** How often careful hands see what bubbles or smokes under their eyes. General trade practice. */
const SEES = 0.95
/** Bubbles are seen from about here on, std mL/min (half a minute a spot). */
const BUBBLES = 0.1
/** A hold is watched so long at a time, and at the most, min. */
const holdMinutes = [20, 40, 60] as const

/**
 * What a check shows of a tank with these faults: drawn from the check's own hits and misses. Of two faults the one shows that is
 * likelier to; the same check shows the same again.
 * @param faults those that are still there
 */
export function checkShows(hunt: Hunt, faults: readonly Fault[], check: Check): CheckAnswer {
  const draw = (what: keyof typeof draws) => uniformAt(hunt.seed, draws[what], channelOf(check.key))
  const answers = [...check.outcomes.map(({ key }) => key), check.rest.key]
  const chances = faults.map(({ cause }) =>
    answerChances(check, { cause: cause === null ? null : causeOf(cause), part: null, prior: 0 }),
  )
  const rest = Math.min(...chances.map(each => each.at(-1)!), 1)
  const told = answers.map((_, k) => (k === answers.length - 1 ? rest : Math.max(0, ...chances.map(each => each[k]!))))
  const total = told.reduce((sum, each) => sum + each, 0)
  let left = draw('answer') * total
  const at = told.findIndex(each => (left -= each) < 0)
  const shown = answers[at < 0 ? answers.length - 1 : at]!
  const outcome =
    hunt.world === 'wild' && draw('wrong') < MISREAD ? answers[Math.floor(draw('instead') * answers.length)]! : shown
  return { check: check.key, outcome }
}

/** What a test as it is usually set up reaches: as it is thought, and with the valves as they stand in truth. */
export function testReach({ tank, stuck }: Hunt): { thought: string[]; truth: ReadonlySet<string> } {
  const parts = tiedPartsOf(tank)
  const setup = { closures: proposedClosures(parts), links: {}, pressure: tank.workingPressure }
  return {
    thought: reach(tank.circuit, parts, setup).reached,
    truth: new Set(reach(tank.circuit, parts, { ...setup, links: stuck }).reached),
  }
}

/** Parts that a test is thought to reach and does not: smoke is seen not to arrive there. */
export function notArrivedAt(hunt: Hunt): string[] {
  const { thought, truth } = testReach(hunt)
  return thought.filter(id => !truth.has(id))
}

/** What gets out under gas at rest, std mL/min, by the faults that a test reaches. */
const leakingIn = (faults: readonly Fault[], reached: ReadonlySet<string>) =>
  faults.filter(({ partId, whenMoving, rate }) => partId !== null && !whenMoving && rate > 0 && reached.has(partId))

/** The hold of such a tank with a shop's better gauge and a skin thermometer, indoors. */
function holdSetupOf({ tank }: Hunt): HoldSetup {
  return {
    method: 'pressure-decay',
    space: { volume: tank.capacity, wallGive: tank.wallGivePerKPa / 1000 },
    volumeUncertainty: 0.03 * tank.capacity,
    wallGiveUncertainty: (0.3 * tank.wallGivePerKPa) / 1000,
    gauge: { resolution: 5, noise: 3 },
    temperatureChangeUncertainty: 0.05,
    barometerChangeUncertainty: 10,
    testPressure: tank.workingPressure,
    limit: throughputFromStandard(tank.acceptance),
    rigLeak: 0,
    rigLeakUncertainty: 0,
    surroundings: {
      place: 'indoors',
      wall: wallOf(tank.material),
      inside: 'dry',
    },
  }
}

/** What a hold says, and after how long. */
interface HoldWord {
  word: TestWord
  verdict: 'sealed' | 'leaking' | 'cannot-tell'
  minutes: number
}

/**
 * A hold of the tank, simulated and judged by the same estimate as any: watched until it decides, an hour at the most.
 * @param index which hold of the hunt it is
 */
export function holdShows(hunt: Hunt, faults: readonly Fault[], index: number): HoldWord {
  const { thought, truth } = testReach(hunt)
  const leak = leakingIn(faults, truth).reduce((sum, { rate }) => sum + throughputFromStandard(rate), 0)
  const setup = holdSetupOf(hunt)
  const held = trial(
    { setup, every: 10, hasThermometer: true, hasBarometer: true, course: 'plain', pressureLimit: hunt.tank.pressureLimit },
    leak,
    Math.floor(uniformAt(hunt.seed, draws.hold, index) * 2 ** 31),
  )
  const word = (says: TestWord['says']): TestWord => ({
    id: `hold ${index}`,
    label: `hold ${index}`,
    reached: thought,
    says,
    dry: [],
    found: [],
  })
  for (const minutes of holdMinutes) {
    const verdict = held.at(minutes * 60)?.verdict ?? 'cannot-tell'
    if (verdict !== 'cannot-tell') return { word: word(verdict === 'leaking' ? 'leaks' : 'tight'), verdict, minutes }
  }
  return { word: word(null), verdict: 'cannot-tell', minutes: holdMinutes.at(-1)! }
}

/** A walk with soap or smoke along all that it reaches. @param index which walk of the hunt it is */
export function walkShows(hunt: Hunt, faults: readonly Fault[], test: 'soap' | 'smoke', index: number): TestWord {
  const { thought, truth } = testReach(hunt)
  const shows = ({ partId, rate }: Fault) =>
    (test === 'soap' ? rate >= BUBBLES : smokeAt(throughputFromStandard(rate)) !== 'clear') &&
    uniformAt(hunt.seed, draws.soap, channelOf(`${test} ${partId} ${index}`)) < SEES
  const found = [
    ...new Set(
      leakingIn(faults, truth)
        .filter(shows)
        .map(({ partId }) => partId!),
    ),
  ]
  return {
    id: `${test} ${index}`,
    label: `${test} ${index}`,
    reached: thought,
    says: null,
    dry: thought.filter(id => !found.includes(id)),
    found,
  }
}
