import { planSchema } from '#shared/schemas/safety'
import { planWork } from '../../../services/safe/safety'

export default signedInRoute('work', planSchema, ({ actor, id, body }) => planWork(actor, id(), body))
