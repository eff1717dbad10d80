import * as yup from 'yup'
import { tankKinds } from '../core/circuit/tankKinds'
import type { Debrief } from '../core/practice/debrief'
import { rungKeys } from '../core/practice/rungs'
import { causeKeys, checkKeys, type CauseKey, type CheckKey } from '../core/complaint/keys'
import { curveWords, type Calibration, type CurveWord } from '../core/practice/curve'
import { topics, type Choice, type Topic } from '../core/practice/questions/question'
import { entryId, oneOf, requiredLine, uuid } from './schemas/fields'

export const practiceTopics = [...topics, 'curve'] as const
export type PracticeTopic = (typeof practiceTopics)[number]

/** Questions and curves that make about ten minutes. */
export const A_DAY = 12
/** Safe on a topic is who had so many of the last ones right. */
export const LOOKED_AT = 10
export const SAFE_FROM = 8

/** Whole days begin at the reader's own midnight, so many minutes east of Greenwich. */
export const practiceQuerySchema = yup.object({
  east: yup
    .number()
    .typeError('The time zone cannot be read.')
    .min(-14 * 60, 'There is no such time zone.')
    .max(14 * 60, 'There is no such time zone.')
    .default(0),
})

const seed = () =>
  yup
    .number()
    .integer('The question cannot be found.')
    .min(1, 'The question cannot be found.')
    .max(2 ** 31 - 1, 'The question cannot be found.')
    .required('The question cannot be found.')

export const questionAnswerSchema = yup.object({
  id: entryId(),
  topic: oneOf(topics, 'Topic'),
  seed: seed(),
  said: requiredLine('Answer', 80),
})
export type QuestionAnswer = yup.InferType<typeof questionAnswerSchema>

export const curveAnswerSchema = yup.object({
  id: entryId(),
  seed: seed(),
  said: oneOf(curveWords, 'Answer'),
  sure: yup
    .number()
    .min(1 / 3, 'Whoever guesses among three is right in a third.')
    .max(1, 'Nobody is surer than sure.')
    .required('Say how sure you are.'),
})
export type CurveAnswerForm = yup.InferType<typeof curveAnswerSchema>

/** How safe somebody is on a topic, by the last answers. */
export interface TopicStanding {
  topic: PracticeTopic
  right: number
  of: number
  safe: boolean
}

export interface PracticeView {
  /** answered since midnight */
  today: number
  /** missed before, and due to come back */
  due: number
  topics: TopicStanding[]
  curves: { of: number; /** mean penalty, 0 to 2 */ score: number | null; calibration: Calibration[] }
}

/** A question as it is asked; what is right is told with the answer. */
export interface QuestionView {
  topic: Topic
  seed: number
  ask: string
  choices: Pick<Choice, 'key' | 'words'>[]
  /** it was missed before */
  again: boolean
}
export interface QuestionResult {
  right: string
  choices: readonly Choice[]
  /** when it comes back; null when it does not */
  comesBackAt: number | null
}

interface CurveReading {
  t: number
  pressure: number
  temperature?: number
  barometer?: number
}
export interface CurveView {
  seed: number
  /** m3, Pa gauge, Pa·m3/s */
  volume: number
  testPressure: number
  limit: number
  place: string
  wall: string
  readings: CurveReading[]
}
export interface CurveResult {
  right: CurveWord
  /** penalty of this answer, 0 to 2 */
  score: number
  /** Pa·m3/s: what truly got out, and what the estimate makes of it */
  leak: number
  low: number
  high: number
}

/** How somebody stands, for the owner. */
export interface PersonStanding {
  id: string
  name: string
  topics: TopicStanding[]
  /** rungs of the ladder that were won */
  rungs: number
  /** rungs that were set and not taken yet */
  set: number[]
  lastAt: number | null
}

/** Rungs of the ladder. */
export const RUNGS = rungKeys.length

const rungNumber = () =>
  yup.number().integer('There is no such rung.').min(1, 'There is no such rung.').max(RUNGS, 'There is no such rung.')

/**
 * Begins a hunt: on a rung of the ladder by its number, since its name tells the trap; the first hour; or drawn whole. On the
 * screens of a job, or step by step.
 */
export const huntSchema = yup.object({
  id: entryId(),
  rung: rungNumber().nullable().default(null),
  firstHour: yup.boolean().default(false),
  onJob: yup.boolean().default(false),
})
export type HuntForm = yup.InferType<typeof huntSchema>
/** Ends a hunt: handed back as tight, or given up. */
export const huntEndSchema = yup.object({ as: oneOf(['handed back', 'given up'] as const, 'How it ends').default('given up') })
export type HuntEndForm = yup.InferType<typeof huntEndSchema>

/** Opens a tank of Practice: of a kind, or like one of the shop’s jobs without its names. */
export const practiceJobSchema = yup.object({
  id: entryId(),
  tankKind: oneOf(
    tankKinds.map(({ key }) => key),
    'Kind of tank',
  )
    .nullable()
    .default(null),
  copyOf: uuid('There is no such job.').nullable().default(null),
})
export type PracticeJobForm = yup.InferType<typeof practiceJobSchema>

/** A rung that the owner sets somebody. */
export const taskSchema = yup.object({
  id: entryId(),
  personId: uuid('There is nobody like that.').required('Choose who.'),
  rung: rungNumber().required('Choose a rung.'),
})
export type TaskForm = yup.InferType<typeof taskSchema>

/** A rung as its climber sees it: the name of its trap is told once it was met. */
export interface RungView {
  number: number
  name: string | null
  won: boolean
  tries: number
  /** who set it, while it was not taken yet */
  setBy: string | null
}

/** A tank of Practice on the screens of a job. */
export interface PracticeJobLine {
  id: string
  tank: string
  openedAt: number
  /** its hunt, where it has one */
  huntId: string | null
}
/** What the strip over a job of Practice says. */
export interface PracticeJobView {
  hunt: {
    id: string
    firstHour: boolean
    minutes: number
    /** s that something cured */
    cured: number
    inVain: number
    ended: boolean
  } | null
}
/** What a check shows on the tank of a hunt. */
export interface CheckShown {
  outcome: string
  words: string
}
/** Whether the first hour is offered: to whoever has done nothing yet. */
export interface FirstHourView {
  offered: boolean
  /** the job of one that was begun and has not ended */
  jobId: string | null
}

/** What somebody does next in a hunt: a check, or going to a suspect and mending it. `after` is how many steps they have seen. */
export const huntStepSchema = yup.object({
  after: yup.number().integer('The steps cannot be counted.').min(0).max(1000).required('The steps cannot be counted.'),
  check: yup.string<CheckKey>().oneOf(checkKeys, 'There is no such check.').nullable().default(null),
  cause: yup.string<CauseKey>().oneOf(causeKeys, 'There is no such suspect.').nullable().default(null),
})
export type HuntStepForm = yup.InferType<typeof huntStepSchema>

export interface HuntStepView {
  name: string
  /** what it showed, in words, and what that means */
  shown: string
  means: string
  minutes: number
}
export interface HuntView {
  id: string
  tank: string
  craft: string
  fuel: string
  age: number | null
  signs: string[]
  codes: string[]
  /** what was done before it came, as it is told */
  told: readonly string[]
  rung: number | null
  firstHour: boolean
  jobId: string | null
  minutes: number
  inVain: number
  steps: HuntStepView[]
  /** in the order of the list, with what has to be opened first */
  checks: { key: CheckKey; name: string; how: string; minutes: number; opens: string }[]
  causes: { key: CauseKey; name: string; tried: boolean }[]
  /** what the program would think and do, for whoever asks */
  advice: { suspects: { name: string; chance: number }[]; next: string | null }
  ended: boolean
  debrief: Debrief | null
}
export interface HuntLine {
  id: string
  /** rung of the ladder, 1 to 10 */
  rung: number | null
  jobId: string | null
  won: boolean
  tank: string
  beganAt: number
  minutes: number
  ended: boolean
  mended: boolean
}
