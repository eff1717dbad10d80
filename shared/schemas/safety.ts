import * as yup from 'yup'
import { workActs, workPlaces } from '../../core/fuel/makeSafe'
import { oneOf } from './fields'

const plan = {
  place: oneOf(workPlaces, 'Where it is done'),
  promised: yup
    .string()
    .matches(/^\d{4}-\d{2}-\d{2}$/, { message: 'Choose a day.', excludeEmptyString: true })
    .nullable()
    .default(null),
  acts: yup
    .array(oneOf(workActs, 'What is planned'))
    .required('Say what is planned.')
    .min(1, 'Say what is planned, if only to look.'),
}
/** A plan, with the one that it takes the place of: what somebody else planned meanwhile is not written over unseen. */
export const planSchema = yup.object({
  ...plan,
  was: yup.object(plan).required('The plan that was changed is missing.'),
})
export type PlanForm = yup.InferType<typeof planSchema>
