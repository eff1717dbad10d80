import type { LinkState, TiedPart } from '../circuit/circuit'
import { tankKinds, type CraftKind, type TankKind } from '../circuit/tankKinds'
import type { CauseKey, SignKey } from '../complaint/keys'
import { hypothesesOf, type Hypothesis } from '../complaint/hypotheses'
import type { CasePart, Situation } from '../complaint/situation'
import { causeOf } from '../complaint/causes'
import type { FuelKey } from '../fuel/fuels'
import { uniformAt } from '../standin/seededRandom'
import { complaintOf } from './complaintOf'
import type { RungKey } from './rungs'

/**
 * Where the truths of hunts come from: drawn from the tables' own weights, as the search believes the world to be; or wilder, with
 * causes on no list, ages that are wrong, and people who answer wrongly one time in ten.
 */
export const worlds = ['tables', 'wild'] as const
export type World = (typeof worlds)[number]

/** Something that is wrong with the tank of a hunt, and that the hunter does not know. */
export interface Fault {
  /** null for something that is on no list */
  cause: CauseKey | null
  /** null when it is not on the tank */
  partId: string | null
  /** what it lets out at the tank's working pressure, std mL/min; 0 where no gas gets out */
  rate: number
  /** opens only while fuel moves against it: gas at rest shows nothing */
  whenMoving: boolean
}

/** A simulated craft with something wrong with it. All of it is drawn from its seed. */
export interface Hunt {
  seed: number
  world: World
  tank: TankKind
  fuel: FuelKey
  /** as it is told, years */
  age: number | null
  signs: readonly SignKey[]
  codes: readonly string[]
  /** the rung of the ladder that it stands on; null for one that is drawn whole */
  rung: RungKey | null
  faults: readonly Fault[]
  /** valves that do not stand as they should, by the id of their link */
  stuck: Readonly<Record<string, LinkState>>
  /** how far its tank does what real tanks do besides, 0 to 1 */
  unruliness: number
}

/** Numbers of the draws, so that one more does not change the others. */
const draws = {
  tank: 200,
  age: 201,
  fuel: 202,
  truth: 203,
  second: 204,
  rate: 205,
  unlisted: 206,
  part: 207,
  told: 208,
  stuck: 209,
  unruly: 210,
} as const

/** Of the wilder set: something on no list, and an age that is wrong. */
const UNLISTED = 0.12
const WRONG_AGE = 0.3
/** A valve that is stuck, where there are any. Judged from general trade practice. */
const STUCK = 0.12
/** How often there are two faults (as the search has it). */
const SECOND = 0.12
/** A leak that somebody brings is this many times the limit: from hardly more, to a stream. */
const LEAST_TIMES = 2
const MOST_TIMES = 30
/** What seeps lets out less. */
const MOST_SEEPING = 5
const OLDEST = 35

/** Fuels that are usual on a kind of craft, and on tanks that are made for another. General trade practice. */
const craftFuels: Record<CraftKind, readonly FuelKey[]> = {
  'road vehicle': ['petrol'],
  'boat': ['diesel', 'petrol'],
  'light aircraft': ['avgas'],
  'small equipment': ['petrol'],
  'heavy vehicle': ['diesel'],
}
const tankFuels: Readonly<Record<string, readonly FuelKey[]>> = {
  'moulded-diesel': ['diesel'],
  'diesel-standpipe': ['diesel'],
}

export const casePartsOf = (tank: TankKind): CasePart[] => tank.parts.map(part => ({ ...part, id: part.key }))
export const tiedPartsOf = (tank: TankKind): TiedPart[] => tank.parts.map(part => ({ ...part, id: part.key }))

/** What somebody knows who is told the complaint, and nothing else yet. */
export const situationAtFirst = ({
  tank,
  fuel,
  age,
  signs,
  codes,
}: Pick<Hunt, 'tank' | 'fuel' | 'age' | 'signs' | 'codes'>): Situation => ({
  craft: tank.craft,
  material: tank.material,
  fuel,
  parts: casePartsOf(tank),
  age,
  signs,
  codes,
  answers: [],
  tests: [],
  repaired: [],
  outcomes: {},
})

/** One of a list, by weights that need not add up to one. @param at 0 to 1 */
function weighed<T>(list: readonly T[], weightOf: (each: T) => number, at: number): T {
  let left = at * list.reduce((sum, each) => sum + weightOf(each), 0)
  return list.find(each => (left -= weightOf(each)) < 0) ?? list.at(-1)!
}

function faultOf({ cause, part }: Hypothesis, tank: TankKind, at: number): Fault {
  const mechanisms = cause?.mechanisms ?? []
  const most = mechanisms.includes('seep') ? MOST_SEEPING : MOST_TIMES
  return {
    cause: cause?.key ?? null,
    partId: part?.id ?? null,
    rate: part ? tank.acceptance * LEAST_TIMES * (most / LEAST_TIMES) ** at : 0,
    whenMoving: mechanisms.length === 1 && mechanisms[0] === 'slosh',
  }
}

/**
 * A hunt from its seed: a craft and its tank, what is wrong, how large it is, valves that are stuck, and what somebody says of it who
 * does not know.
 * @param seed whole number
 */
export function huntOf(seed: number, world: World = 'tables'): Hunt {
  const draw = (what: keyof typeof draws, index = 0) => uniformAt(seed, draws[what], index)
  const tank = tankKinds[Math.floor(draw('tank') * tankKinds.length)]!
  const parts = casePartsOf(tank)
  const usual = tankFuels[tank.key] ?? craftFuels[tank.craft]
  const fuel = usual[Math.floor(draw('fuel') * usual.length)]!
  const age = Math.floor(OLDEST * draw('age') ** 1.5)
  const untold = situationAtFirst({ tank, fuel, age, signs: [], codes: [] })
  const listed = hypothesesOf(untold).filter(each => each.cause !== null)
  const faults: Fault[] = []
  const count = draw('second') < SECOND ? 2 : 1
  for (let k = 0; k < count; k++) {
    const free = listed.filter(
      ({ cause, part }) => !faults.some(fault => fault.cause === cause!.key || (part && fault.partId === part.id)),
    )
    const unlisted = world === 'wild' && draw('unlisted', k) < UNLISTED
    const found: Hypothesis = unlisted
      ? { cause: null, part: parts[Math.floor(draw('part', k) * parts.length)]!, prior: 0 }
      : weighed(free, each => each.prior, draw('truth', k))
    faults.push(faultOf(found, tank, draw('rate', k)))
  }
  const valves = tank.circuit.links.filter(({ kind }) => kind === 'solenoid' || kind === 'float' || kind === 'fill-limit')
  const stuck = valves.length > 0 && draw('stuck') < STUCK ? valves[Math.floor(draw('stuck', 1) * valves.length)]! : null
  const told =
    world === 'wild' && draw('told') < WRONG_AGE ? (draw('told', 1) < 0.4 ? null : Math.floor(OLDEST * draw('told', 2))) : age
  return {
    seed,
    world,
    rung: null,
    tank,
    fuel,
    age: told,
    ...complaintOf(
      seed,
      faults.map(({ cause }) => (cause === null ? null : causeOf(cause))),
      { codes: tank.parts.some(({ family }) => family === 'purge valve'), wild: world === 'wild' },
    ),
    faults,
    stuck: stuck ? { [stuck.id]: stuck.normally === 'open' ? 'shut' : 'open' } : {},
    unruliness: 0.4 * draw('unruly'),
  }
}
