import { stripSchema } from '#shared/schemas/strip'
import { logStrip } from '../../../services/strip/strips'

export default signedInRoute('work', stripSchema, ({ actor, id, body }) => logStrip(actor, id(), body))
