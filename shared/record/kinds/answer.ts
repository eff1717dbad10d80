import * as yup from 'yup'
import { checks } from '../../../core/complaint/checks'
import { isNeutral } from '../../../core/complaint/situation'
import { entryId, line, oneOf, requiredLine, uuid } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

/** An answer to a check; `after` is the answer that was on the screen, so that two people answering at once are told. */
export const answerSchema = yup.object({
  id: entryId(),
  check: oneOf(
    checks.map(check => check.key),
    'Check',
  ),
  outcome: requiredLine('The answer', 40).test('outcome', 'That is not an answer to this check.', function (value) {
    const check = checks.find(each => each.key === (this.parent as { check?: string }).check)
    // What a test shows is recorded where it is made; that it cannot be made is an answer like any other.
    return (
      !check || isNeutral(value) || (!check.test && [...check.outcomes.map(each => each.key), check.rest.key].includes(value))
    )
  }),
  after: uuid('That answer is not known.').nullable().default(null),
  /** when it was done before, or why it cannot be done */
  note: line('The note', 120).default(''),
})
type AnswerForm = yup.InferType<typeof answerSchema>
/** What is kept: which answer was on the screen is not. */
export interface AnswerFacts {
  check: string
  outcome: string
  note: string
}
export type AnswerView = Said & AnswerFacts

export const answerKind: EntryKind<'answers', AnswerForm, AnswerFacts> = {
  schema: answerSchema,
  facts: yup.object({ check: yup.string().required(), outcome: yup.string().required(), note: yup.string().default('') }),
  aspect: 'narrowing',
  list: 'answers',
  section: 'narrowing',
  strikable: true,
  verb: 'answered a check',
  told: ({ check, outcome }) => ({ check, outcome }),
  summary: 'Answer a check; 409 with the job as it is when somebody answered it otherwise meanwhile',
}
