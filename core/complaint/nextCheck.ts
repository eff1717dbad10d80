import { fuels } from '../fuel/fuels'
import { accesses, accessMinutes, checkOf, checks, isBeforeDrop, type Access, type Check, type Risk } from './checks'
import { answerChances, codeClassesOf } from './observations'
import { isNeutral, type Situation } from './situation'
import type { CauseKey } from './keys'
import { suspectsOf, type Suspects } from './suspects'

export interface RankedCheck {
  check: Check
  /** bits of doubt over the causes that it is expected to take away */
  information: number
  /** min, with what has to be opened first */
  minutes: number
  /** bits a minute, less for risk: what they are ranked by */
  worth: number
  /** what each answer would mean, and its chance; only those that this tank can give */
  answers: { key: string; words: string; means: string; chance: number }[]
}

interface NextChecks {
  before: RankedCheck[]
  /** those for which the tank has to come down */
  after: RankedCheck[]
  /** not offered, and why */
  barred: { check: Check; why: string }[]
  /** what to do before anything else, when the complaint is dangerous as it stands */
  safety: string | null
}

/** What risk costs: a check that can hurt must tell that much more. */
const riskFactor: Record<Risk, number> = { none: 1, care: 1.1, danger: 1.7 }
/** How often a test finds a leak that it reaches. Source: general trade practice for careful hands. */
const testFinds = { hold: 0, soap: 0.8, smoke: 0.75 } as const
const VAPOUR: readonly CauseKey[] = [
  'cap-seal',
  'neck',
  'vapour-hose',
  'canister',
  'purge-valve',
  'vent-solenoid',
  'vent-valve',
  'sender-seal',
  'vent-hose',
  'filler-hose',
  'sender-terminals',
  'upper-seam',
  'standpipe',
]

const entropyOf = (weights: Iterable<number>) => {
  let total = 0,
    sum = 0
  for (const weight of weights) {
    total += weight
    if (weight > 0) sum += weight * Math.log2(weight)
  }
  return total > 0 ? Math.log2(total) - sum / total : 0
}

/** Causes' weights under one answer: chance of each with it. */
function causesWith(suspects: Suspects, chanceOf: (at: number) => number): { byCause: Map<string, number>; chance: number } {
  const byCause = new Map<string, number>()
  let chance = 0
  suspects.weights.forEach(({ hypothesis, weight }, at) => {
    const share = weight * chanceOf(at)
    chance += share
    const key = hypothesis.cause?.key ?? 'other'
    byCause.set(key, (byCause.get(key) ?? 0) + share)
  })
  return { byCause, chance }
}

/** Expected fall of entropy over the causes, bits, with what each answer would mean. */
function judge(check: Check, suspects: Suspects): Pick<RankedCheck, 'information' | 'answers'> {
  const before = entropyOf(causesWith(suspects, () => 1).byCause.values())
  if (check.test) return judgeTest(check, suspects, before)
  const chances = suspects.weights.map(({ hypothesis }) => answerChances(check, hypothesis))
  const answers = [...check.outcomes, check.rest].map(({ key, words, means }, k) => {
    const { byCause, chance } = causesWith(suspects, at => chances[at]![k]!)
    return { key, words, means, chance, left: entropyOf(byCause.values()) }
  })
  const information = before - answers.reduce((sum, answer) => sum + answer.chance * answer.left, 0)
  const possible = new Set(suspects.list.map(suspect => suspect.cause.key))
  const canBe = (key: string) => check.outcomes.find(each => each.key === key)?.for.some(cause => possible.has(cause)) ?? true
  return {
    information: Math.max(0, information),
    answers: answers.filter(({ key }) => canBe(key)).map(({ left: _, ...answer }) => answer),
  }
}

/**
 * What an answer would make of the suspects: the likeliest cause then, with the chance that it then has, by the same reckoning
 * that will be done when it is given.
 */
export function afterAnswer(situation: Situation, check: string, outcome: string): { cause: CauseKey; chance: number } | null {
  const answers = [
    ...situation.answers.filter(answer => answer.check !== check),
    { check, outcome, dryTank: situation.dryTank },
  ]
  const first = suspectsOf({ ...situation, answers }).list[0]
  return first ? { cause: first.cause.key, chance: first.chance } : null
}

/** A test that looks everywhere names the cause it finds; a hold only says whether anything leaks. */
function judgeTest(check: Check, suspects: Suspects, before: number): Pick<RankedCheck, 'information' | 'answers'> {
  const test = check.test!
  if (test === 'hold') {
    const leaks = causesWith(suspects, at => (suspects.weights[at]!.hypothesis.part ? 0.95 : 0.12)),
      tight = causesWith(suspects, at => (suspects.weights[at]!.hypothesis.part ? 0.05 : 0.88))
    return {
      information: Math.max(
        0,
        before - leaks.chance * entropyOf(leaks.byCause.values()) - tight.chance * entropyOf(tight.byCause.values()),
      ),
      answers: [
        {
          key: 'leaks',
          words: 'Leaks',
          means: 'It is on what the hold reached.',
          chance: leaks.chance,
        },
        { ...check.rest, chance: tight.chance },
      ],
    }
  }
  const finds = (at: number) => {
    const { hypothesis } = suspects.weights[at]!
    return hypothesis.part === null
      ? 0
      : test === 'smoke' && !VAPOUR.includes(hypothesis.cause!.key)
        ? testFinds.smoke / 2
        : testFinds[test]
  }
  const quiet = causesWith(suspects, at => 1 - finds(at))
  // Found, it names the part; what is left to ask is which of the causes on that part.
  const information = before - quiet.chance * entropyOf(quiet.byCause.values()) - (1 - quiet.chance) * 0.2 * before
  return {
    information: Math.max(0, information),
    answers: [
      { key: 'found', words: 'Found', means: 'It shows where.', chance: 1 - quiet.chance },
      { ...check.rest, chance: quiet.chance },
    ],
  }
}

/** Whether an access has been gained already by a check that was answered: what is open stays open. */
function opened(situation: Situation): ReadonlySet<Access> {
  const done = new Set<Access>(['nothing'])
  for (const { check, outcome } of situation.answers) if (!isNeutral(outcome)) done.add(checkOf(check).access)
  if (done.has('tank down')) for (const access of accesses) done.add(access)
  if (situation.tests.some(test => test.says !== null)) done.add('drained').add('cap')
  return done
}

/** Whether the tank has what a check looks at. */
const hasPartFor = ({ needs, needsTrait }: Check, { parts }: Situation): boolean =>
  !needs ||
  parts.some(part => needs.includes(part.family) && (!needsTrait || (part.trait !== null && needsTrait.includes(part.trait))))

/** Least information worth being offered, bits. */
const WORTH_ASKING = 0.004

/** Smell or wet inside a boat whose fuel evaporates: vapour lies in the bilge, and a bilge is a bowl. */
function vapourInBilge({ craft, fuel, signs }: Situation): boolean {
  const volatile = (fuels.find(each => each.key === fuel)?.flashPoint ?? 0) < BURNS_COLD
  return craft === 'boat' && volatile && ['smell-inside', 'wet-inside', 'smell-always'].some(sign => signs.includes(sign))
}
/** A fuel whose flash point is below a cold day's temperature gives vapour that burns, K. */
const BURNS_COLD = 273.15

/** What has to be done before any check, when the complaint is dangerous as it stands. */
function firstOfAll({ dangerous, bilge, pool, road }: Record<'dangerous' | 'bilge' | 'pool' | 'road', boolean>): string | null {
  if (bilge)
    return 'Fuel vapour may lie in the bilge. No switch, no pump and no engine: open it up, ventilate by hand or from outside, and read the vapour low in the bilge first.'
  if (!dangerous) return null
  const drain = pool && road ? ' Drain the tank before anything is looked for.' : ''
  return `Liquid fuel is getting out in quantity. Keep everybody and every flame and switch away, catch it, fuel off, air the place; no engine until it is found.${drain}`
}

/**
 * The checks that have not been answered, by expected fall of entropy for their minutes and risk (Lindley 1956), those before
 * the tank comes down apart from those after.
 * A check that could hurt with this complaint is not offered, and said why.
 */
export function nextChecks(situation: Situation, suspects: Suspects): NextChecks {
  const said = new Set<string>([...situation.signs, ...codeClassesOf(situation)])
  const done = new Set(situation.answers.map(answer => answer.check))
  const gained = opened(situation)
  const barred: NextChecks['barred'] = []
  const bilge = vapourInBilge(situation)
  const ranked: RankedCheck[] = []
  for (const check of checks) {
    if (done.has(check.key) || check.pointlessWith?.some(key => said.has(key)) || !hasPartFor(check, situation)) continue
    if (check.sparks && bilge) {
      barred.push({ check, why: 'not before the bilge is ventilated and its vapour read' })
      continue
    }
    const bar = check.barredBy?.find(key => said.has(key))
    if (bar) {
      barred.push({
        check,
        why:
          bar === 'pool'
            ? 'not while it makes a pool'
            : bar === 'drip'
              ? 'not while it drips: a level test would spill more'
              : 'not with liquid fuel leaking under pressure',
      })
      continue
    }
    const { information, answers } = judge(check, suspects)
    if (information < WORTH_ASKING) continue
    const minutes = check.minutes + (gained.has(check.access) ? 0 : accessMinutes[check.access])
    ranked.push({ check, information, minutes, worth: information / minutes / riskFactor[check.risk], answers })
  }
  ranked.sort((a, b) => b.worth - a.worth)
  const dangerous = said.has('pool') || said.has('liquid fuel leak')
  return {
    before: ranked.filter(each => isBeforeDrop(each.check)),
    after: ranked.filter(each => !isBeforeDrop(each.check)),
    barred,
    safety: firstOfAll({ dangerous, bilge, pool: said.has('pool'), road: situation.craft === 'road vehicle' }),
  }
}
