import { causeOf } from '../complaint/causes'
import { checkOf } from '../complaint/checks'
import { nextChecks, type RankedCheck } from '../complaint/nextCheck'
import { suspectsOf } from '../complaint/suspects'
import { lowerFirst } from '../words/words'
import { advisedStep, followed, listStep } from './advice'
import { lessonOf, lessonOfHandingBack } from './ladder'
import { bestStep } from './bestPath'
import type { Fault, Hunt } from './hunt'
import { isMended, searchOf, take, type DoneStep, type Search, type Step } from './search'
import { testReach } from './shows'

/** A check with what it was expected to tell. */
export interface Told {
  name: string
  minutes: number
  /** share of the doubt that it was expected to take away, 0 to 1 */
  share: number
}

/** One step of a hunt, looked back on. */
export interface DebriefStep extends DoneStep {
  name: string
  /** the likeliest suspects before it, with their chances */
  suspects: { name: string; chance: number }[]
  /** of a check: what it was expected to tell; null for a mending, and for a check that told nothing by then */
  told: Told | null
  /** the check that told most for its minutes then; null where none was left */
  most: Told | null
  /** the trap that was stepped into, as a sentence */
  trap: string | null
}

/** A way through a hunt. */
export interface Way {
  steps: { name: string; outcome: string; minutes: number }[]
  minutes: number
  inVain: number
  mended: boolean
}

/** A hunt looked back on: the way that was taken beside the best that was found and a printed list, and one sentence to remember. */
export interface Debrief {
  /** what was wrong; of something on no list no cause */
  truth: { cause: string | null; part: string | null; /** std mL/min at the test pressure */ rate: number }[]
  steps: DebriefStep[]
  taken: Way
  best: Way
  listed: Way
  ending: Ending
  /** whether evidence stood for all of it when it was handed back; null where that is not asked: step by step a mend is held again */
  proved: boolean | null
  /** it was handed back while something on the tank was still wrong */
  stillWrong: boolean
  /** it was mended, or handed back tight, with evidence, and its trap was not stepped into */
  won: boolean
  remember: string
}

/** How a hunt ended: with nothing wrong any more, handed back as tight, or given up. */
export type Ending = 'mended' | 'handed back' | 'given up'

export const stepName = (step: Step): string =>
  step.do === 'check' ? checkOf(step.check).name : `Mend: ${lowerFirst(causeOf(step.cause).name)}`

const wayOf = (search: Search): Way => ({
  steps: search.steps.map(({ step, outcome, minutes }) => ({ name: stepName(step), outcome, minutes })),
  minutes: search.minutes,
  inVain: search.inVain,
  mended: isMended(search),
})

/** For whoever was right, and could not know it. */
const UNPROVED = 'It was tight, and nobody could know it: what was mended is held again, until every part has evidence.'

/** A suspect below this was no reason to mend it. */
const GUESS = 0.35
/** A check that told so many times less for its minutes than another was the wrong one. */
const CLEARLY = 4

/**
 * One step of a hunt, looked back on from what was known before it.
 * @param reached what a test was thought to reach, and reached; as it is usually set up where nothing is said
 */
export function lookBack(
  before: Search,
  { step, minutes, outcome }: DoneStep,
  reached: ReturnType<typeof testReach> = testReach(before.hunt),
): DebriefStep {
  const suspects = suspectsOf(before.situation)
  const next = nextChecks(before.situation, suspects)
  const ranked = [...next.before, ...next.after]
  const told = ({ check, minutes: takes, information }: RankedCheck): Told => ({
    name: check.name,
    minutes: takes,
    share: information / Math.max(1e-9, suspects.entropy),
  })
  const own = step.do === 'check' ? ranked.find(({ check }) => check.key === step.check) : undefined
  const most = ranked[0]
  const chance = step.do === 'mend' ? (suspects.list.find(({ cause }) => cause.key === step.cause)?.chance ?? 0) : null
  return {
    step,
    minutes,
    outcome,
    name: stepName(step),
    suspects: suspects.list.slice(0, 3).map(each => ({ name: each.cause.name, chance: each.chance })),
    told: own ? told(own) : null,
    most: most ? told(most) : null,
    trap: lessonOf(before.hunt, step) ?? trapOf(before, step, outcome, { chance, own: own?.worth ?? 0, most, reached }),
  }
}

function trapOf(
  { left, situation }: Search,
  step: Step,
  outcome: string,
  {
    chance,
    own,
    most,
    reached: { thought, truth },
  }: { chance: number | null; own: number; most: RankedCheck | undefined; reached: ReturnType<typeof testReach> },
): string | null {
  if (step.do === 'mend') {
    if (outcome === 'mended') return null
    return chance! < GUESS
      ? `It was mended on a chance of ${Math.round(100 * chance!)} %: looked at first, the part would have been kept.`
      : 'It was likely, and it was not it: a look at the thing itself comes before its part is bought.'
  }
  const { test } = checkOf(step.check)
  if (test && outcome !== 'found' && outcome !== 'leaking') {
    if (left.some(({ partId }) => partId !== null && thought.includes(partId) && !truth.has(partId)))
      return 'It was quiet because a valve stood in the way: what was not seen to arrive was not tested.'
    if (left.some(({ whenMoving }) => whenMoving)) return 'It was quiet because the leak opens only while fuel moves.'
    if (left.some(({ partId }) => partId !== null && !thought.includes(partId)))
      return 'It was quiet because it does not reach the leak: what a test does not reach it says nothing of.'
  }
  if (situation.answers.some(({ check }) => check === step.check))
    return 'It was done before: the same look again tells little.'
  return own > 0 && most && own * CLEARLY < most.worth ? `“${most.check.name}” told far more for its minutes.` : null
}

const truthOf = ({ cause, partId, rate }: Fault, { tank }: Hunt): Debrief['truth'][number] => ({
  cause: cause === null ? null : causeOf(cause).name,
  part: tank.parts.find(({ key }) => key === partId)?.name ?? null,
  rate,
})

/** What is worth keeping in mind of a hunt: of its traps the dearest, otherwise what made the best way short. */
function rememberOf(steps: readonly DebriefStep[], taken: Way, best: Way, lesson: string | null): string {
  if (lesson) return lesson
  const dearest = [...steps].filter(({ trap }) => trap).sort((a, b) => b.minutes - a.minutes)[0]
  if (dearest) return dearest.trap!
  if (taken.minutes <= 1.2 * best.minutes)
    return 'Each step told about the most for its minutes: look first, then mend what is firm.'
  return best.steps[0]
    ? `Begin with what tells most for its minutes: here ${lowerFirst(best.steps[0].name)}.`
    : 'Look first, then mend.'
}

/**
 * Looks back on a hunt. The best way is the shortest of those found by the planner, by the program’s own advice and by the hunter; it
 * takes a second or two of work.
 */
export function debriefOf(hunt: Hunt, done: readonly Step[], ending: Ending): Debrief {
  let search = searchOf(hunt)
  const steps = done.map(step => {
    const before = search
    search = take(search, step)
    return lookBack(before, search.steps.at(-1)!)
  })
  return debriefFrom(steps, search, ending, null)
}

/**
 * The same from steps that were looked back on one by one, wherever they were done.
 * @param end the hunt as it stood when it ended
 * @param proved whether evidence stood for all of it; null where that is not asked
 */
export function debriefFrom(steps: readonly DebriefStep[], end: Search, ending: Ending, proved: boolean | null): Debrief {
  const { hunt } = end
  const taken = wayOf(end)
  const fell = steps.find(({ step }) => lessonOf(hunt, step) !== null)
  const stillWrong = ending === 'handed back' && end.left.some(({ partId }) => partId !== null)
  const unproved = proved === false && ending !== 'given up' ? UNPROVED : null
  const lesson = stillWrong ? lessonOfHandingBack(hunt) : (fell?.trap ?? unproved)
  const ways = [bestStep, advisedStep].map(policy => wayOf(followed(hunt, policy)))
  const mended = [...ways, ...(taken.inVain === 0 && proved === null ? [taken] : [])]
    .filter(way => way.mended)
    .sort((a, b) => a.minutes - b.minutes)
  const best = mended[0] ?? ways[0]!
  return {
    truth: hunt.faults.map(fault => truthOf(fault, hunt)),
    steps: [...steps],
    taken,
    best,
    listed: wayOf(followed(hunt, listStep)),
    ending,
    proved,
    stillWrong,
    won: ending !== 'given up' && !stillWrong && !fell && proved !== false,
    remember: rememberOf(steps, taken, best, lesson),
  }
}
