import * as yup from 'yup'
import { causes } from '../../core/complaint/causes'
import { checks } from '../../core/complaint/checks'
import { isNeutral } from '../../core/complaint/situation'
import { entryId, line, oneOf, quantity, requiredLine } from './fields'
import { closuresSchema, linksSchema, reliefSchema } from '../leaktest/setupForm'

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
  after: yup.string().uuid('That answer is not known.').nullable().default(null),
  /** when it was done before, or why it cannot be done */
  note: line('The note', 120).default(''),
})
export type AnswerForm = yup.InferType<typeof answerSchema>

export const probeMethods = ['hold', 'smoke', 'vacuum'] as const
export type ProbeMethod = (typeof probeMethods)[number]
export const probeSchema = yup.object({
  id: entryId(),
  method: oneOf(probeMethods, 'Method'),
  pressure: quantity('Pressure')
    .notOneOf([0], 'The pressure cannot be zero.')
    .min(-100_000, 'That is below any vacuum.')
    .max(100_000, 'That is above 100 kPa. Check the unit.'),
  closures: closuresSchema(),
  links: linksSchema(),
  relief: reliefSchema(),
  earlyReason: line('The reason', 300).default(''),
  leaks: yup.boolean().required('Say whether it leaks.'),
})
export type ProbeForm = yup.InferType<typeof probeSchema>

/** What it turned out to be. */
export const outcomeSchema = yup.object({
  id: entryId(),
  cause: oneOf(
    causes.map(cause => cause.key),
    'Cause',
  ),
  partId: yup.string().uuid('That part is not known.').nullable().default(null),
})
export type OutcomeForm = yup.InferType<typeof outcomeSchema>

export const purchaseReasons = ['suspected', 'confirmed', 'while in there'] as const
export type PurchaseReason = (typeof purchaseReasons)[number]
export const purchaseSteps = ['wanted', 'measured', 'ordered', 'arrived', 'returned'] as const
export type PurchaseStep = (typeof purchaseSteps)[number]

export const purchaseSchema = yup.object({
  id: entryId(),
  name: requiredLine('What to get', 120),
  reason: oneOf(purchaseReasons, 'Why'),
  /** what must be measured before it is ordered; empty when nothing is */
  measure: line('What to measure', 200).default(''),
  cause: yup
    .string()
    .oneOf(
      causes.map(cause => cause.key),
      'That cause is not known.',
    )
    .nullable()
    .default(null),
  /** the thing on the rebuild list that waits for it */
  fixing: yup.string().trim().max(120, 'That is not on this tank.').nullable().default(null),
  /** days from order to arrival, as the supplier says */
  leadDays: yup
    .number()
    .typeError('Type a number of days.')
    .integer('Type whole days.')
    .min(0, 'It cannot arrive before it is ordered.')
    .max(365, 'More than a year is no lead time.')
    .nullable()
    .default(null),
})
export type PurchaseForm = yup.InferType<typeof purchaseSchema>
export const purchaseStepSchema = yup.object({
  id: entryId(),
  step: oneOf(purchaseSteps, 'What happened'),
  /** the measures taken, the supplier, the reason */
  note: line('The note', 300).default(''),
})
/** Why it is wanted, and how long it takes to come, said anew. */
const purchaseFacts = purchaseSchema.pick(['reason', 'leadDays'])
export const purchaseEditSchema = purchaseFacts.shape({
  /** what it was when it was changed: what somebody else said meanwhile is not written over unseen */
  was: purchaseFacts.required('What it was before is missing.'),
})
export type PurchaseEdit = yup.InferType<typeof purchaseEditSchema>
