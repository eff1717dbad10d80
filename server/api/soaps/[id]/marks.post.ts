import { soapMarkSchema } from '#shared/schemas/soap'
import { markPart } from '../../../services/bench/soaps'

export default signedInRoute('work', soapMarkSchema, ({ actor, id, body }) => markPart(actor, id(), body))
