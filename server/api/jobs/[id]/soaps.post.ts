import { soapSchema } from '#shared/schemas/soap'
import { startSoap } from '../../../services/bench/soaps'

export default signedInRoute('work', soapSchema, ({ actor, id, body }) => startSoap(actor, id(), body))
