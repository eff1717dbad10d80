import { planSchema } from '#shared/schemas/safety'
import { planWork } from '../../../services/safety'

export default signedInRoute('work', planSchema, ({ actor, id, body }) => planWork(actor, id(), body))
