import type { CraftKind } from '../../circuit/tankKinds'
import { known } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

/** A step in use between sealed and proved: what is done, how long it is watched, and when it is due after the one before. */
export interface ProofStep {
  key: string
  title: string
  doing: string
  /** what only this step shows */
  why: string
  source: SourceKey
  /** s, the least that it is watched */
  watch: number
  /** s after the step before it at which it is due */
  wait: number
  /** places are wiped, dusted or papered and watched for the fuel in hand, not only looked at */
  watchedFor: boolean
  /** m that it goes at least; null where it does not go, or nobody counts */
  leastDistance: number | null
  /** how far it leant is asked */
  leans: boolean
}

/** m/s, on the way with corners and a rough piece of road: 130 km/h. Source: general practice. */
const FASTEST = 36

/** How long a step takes at least. @param watch s that it is watched @param distance m that it goes @returns s */
export const leastTime = (watch: number, distance: number | null): number => watch + (distance ?? 0) / FASTEST

interface StepRow extends Omit<ProofStep, 'doing' | 'watchedFor' | 'leastDistance' | 'leans'> {
  /** what is done, by craft; a craft without words has no such step */
  doing: Partial<Record<CraftKind, string>>
  watchedFor?: true
  /** m, by craft that counts them */
  leastDistance?: Partial<Record<CraftKind, number>>
  leans?: true
}

const MINUTE = 60
const HOUR = 3600
const DAY = 86_400
const everywhere = (words: string): Record<CraftKind, string> => ({
  'road vehicle': words,
  'boat': words,
  'light aircraft': words,
  'small equipment': words,
  'heavy vehicle': words,
})

const rows: readonly StepRow[] = [
  {
    key: 'quarter',
    title: 'A quarter of fuel',
    doing: everywhere(
      'Fill a quarter. Wipe the lowest parts dry, dust them with talc, and look along drain, bottom seam and straps.',
    ),
    why: 'fuel creeps where gas and water do not, and a quarter is soon out again',
    source: 'trade practice',
    watch: 20 * MINUTE,
    wait: 0,
    watchedFor: true,
  },
  {
    key: 'half',
    title: 'Half full',
    doing: everywhere('Fill to half. Look again where it was dry, then along what has come under fuel since.'),
    why: 'what is wet now and was dry at a quarter lies between the two levels',
    source: 'trade practice',
    watch: 20 * MINUTE,
    wait: 0,
    watchedFor: true,
  },
  {
    key: 'brim',
    title: 'Brim-full',
    doing: {
      ...everywhere(
        'Fill to the brim, then tilt it: jack one side, or stand it nose up. Look at sender, neck, vents and the upper seam.',
      ),
      'boat': 'Fill to the brim, then heel her to either side. Look at sender, neck, vents and the upper seam; bilge aired.',
      'light aircraft': 'Fill to the brim, tail down and then level. Look at cap, sender, vents and the upper skin.',
    },
    why: 'what is high on the tank meets fuel only now',
    source: 'trade practice',
    watch: 30 * MINUTE,
    wait: 0,
    watchedFor: true,
    leans: true,
  },
  {
    key: 'engine',
    title: 'Engine running',
    doing: {
      ...everywhere(
        'Let it run with the return flowing. Look at feed, return and their unions; of twin tanks see which one fills.',
      ),
      'boat': 'Bilge aired and sniffed first. Let it run with the return flowing, and look at feed, return and their unions.',
      'light aircraft': 'Run it up, tied down, by whoever may. Look at feed, return and their unions.',
    },
    why: 'feed and return are under pressure only while it runs',
    source: 'trade practice',
    watch: 15 * MINUTE,
    wait: 0,
  },
  {
    key: 'under way',
    title: 'Under way',
    doing: {
      'road vehicle': 'Twenty kilometres with corners, braking and a rough piece of road. Look at once, before it dries.',
      'heavy vehicle': 'Twenty kilometres loaded, with corners and braking. Look at once, before it dries.',
      'boat': 'An hour in a chop. Look at once, and in the bilge.',
      'light aircraft': 'One circuit by whoever may release and fly it. Look at once after landing.',
    },
    why: 'slosh and bending open what is tight when it stands',
    source: 'trade practice',
    watch: 10 * MINUTE,
    wait: 0,
    leastDistance: { 'road vehicle': 20_000, 'heavy vehicle': 20_000 },
  },
  {
    key: 'soak',
    title: 'Soak, a night',
    doing: everywhere('Leave it full for a night, paper or a tray under it. Look in the morning before anything moves.'),
    why: 'a seep smaller than what dries in an hour shows by the morning',
    source: 'trade practice',
    watch: 8 * HOUR,
    wait: 0,
    watchedFor: true,
  },
  {
    key: 'week',
    title: 'Look again, a week',
    doing: everywhere('After filling up: a lamp along what was mended and under the tank; smell first.'),
    why: 'what worked loose in use, or softened in fuel, shows in days',
    source: 'trade practice',
    watch: 0,
    wait: 7 * DAY,
  },
  {
    key: 'month',
    title: 'Look again, a month',
    doing: everywhere('After filling up: a lamp along what was mended and under the tank; smell first.'),
    why: 'nobody checks again after a month, and that is when it comes back',
    source: 'trade practice',
    watch: 0,
    wait: 23 * DAY,
  },
]

/** Steps between sealed and proved. Source: general trade practice; approved data and local codes win where they speak. */
const proofRows = known(
  'steps in use',
  rows,
  row => row.key,
  row => ({ watch: [row.watch, 0, DAY], wait: [row.wait, 0, 60 * DAY] }),
)

/** The steps that a craft asks for, in their order. */
export const proofSteps = (craft: CraftKind): ProofStep[] =>
  proofRows.flatMap(row => {
    const doing = row.doing[craft]
    if (doing === undefined) return []
    const { watchedFor = false, leans = false, leastDistance } = row
    return [{ ...row, doing, watchedFor, leans, leastDistance: leastDistance?.[craft] ?? null }]
  })
