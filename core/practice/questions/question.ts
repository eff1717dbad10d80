/** What a short question is about; somebody is safe on one of these or not. */
export const topics = ['method', 'work time', 'reach', 'first step'] as const
export type Topic = (typeof topics)[number]

export interface Choice {
  key: string
  words: string
  /** why it is right or wrong, as a sentence */
  why: string
}

/** A short question, made from the tables that the program works with. One choice is right. */
export interface Question {
  /** the same question has the same key, so that what was missed comes back */
  key: string
  topic: Topic
  ask: string
  choices: readonly Choice[]
  right: string
}
