import { gasReadingSchema } from '#shared/schemas/safety'
import { readGas } from '../../../services/safe/safety'

export default signedInRoute('work', gasReadingSchema, ({ actor, id, body }) => readGas(actor, id(), body))
