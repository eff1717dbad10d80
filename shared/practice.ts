import * as yup from 'yup'
import type { Debrief } from '../core/practice/debrief'
import { causeKeys, checkKeys, type CauseKey, type CheckKey } from '../core/complaint/keys'
import { curveWords, type Calibration, type CurveWord } from '../core/practice/curve'
import { topics, type Choice, type Topic } from '../core/practice/questions/question'
import { entryId, oneOf, requiredLine } from './schemas/fields'

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

export interface CurveReading {
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
  lastAt: number | null
}

/** Begins a hunt. */
export const huntSchema = yup.object({ id: entryId() })
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
  tank: string
  beganAt: number
  minutes: number
  ended: boolean
  mended: boolean
}
