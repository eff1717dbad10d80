import { drainedSchema } from '#shared/schemas/safety'
import { recordDrained } from '../../../services/safe/safety'

export default signedInRoute('work', drainedSchema, ({ actor, id, body }) => recordDrained(actor, id(), body))
