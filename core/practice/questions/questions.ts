import { drawer } from './draw'
import { firstStepQuestion } from './firstStepQuestion'
import { methodQuestion } from './methodQuestion'
import { reachQuestion } from './reachQuestion'
import { workTimeQuestion } from './workTimeQuestion'
import type { Drawer } from './draw'
import type { Question, Topic } from './question'

const makers: Record<Topic, (draw: Drawer) => Question | null> = {
  'method': methodQuestion,
  'work time': workTimeQuestion,
  'reach': reachQuestion,
  'first step': firstStepQuestion,
}
/** Draws that make no question are drawn again. */
const MOST_TRIES = 200

/**
 * A short question of a topic from its seed, made from the tables, so that it is never out of date.
 * @throws Error when the tables make none any more
 */
export function questionOf(topic: Topic, seed: number): Question {
  for (let k = 0; k < MOST_TRIES; k++) {
    const question = makers[topic](drawer(seed * MOST_TRIES + k))
    if (question) return question
  }
  throw new Error(`The tables make no question about ${topic}.`)
}
