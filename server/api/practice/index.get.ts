import { practiceQuerySchema } from '#shared/practice'
import { practiceOf } from '../../services/practice/practice'

export default signedInRoute('read', null, async ({ event, actor }) =>
  practiceOf(actor, (await checkedQuery(event, practiceQuerySchema)).east),
)
