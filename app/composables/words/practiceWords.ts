import type { CurveWord } from '#core/practice/curve'
import type { PracticeTopic } from '#shared/practice'

export const topicWords: Record<PracticeTopic, string> = {
  'method': 'Which repair is refused',
  'work time': 'How long a cup can be worked',
  'reach': 'What a test does not reach',
  'first step': 'What to do first',
  'curve': 'Reading a curve',
}
export const curveWordWords: Record<CurveWord, string> = {
  'sealed': 'Sealed',
  'leaking': 'Leaking',
  'cannot-tell': 'Cannot tell',
}
