import { weighingSchema } from '#shared/schemas/safety'
import { weigh } from '../../../services/safe/safety'

export default signedInRoute('work', weighingSchema, ({ actor, id, body }) => weigh(actor, id(), body))
