import { strikeSchema } from '#shared/schemas/job'
import { strikeEntry } from '../../../services/job/strikes'

export default signedInRoute('work', strikeSchema, ({ actor, id, body }) => strikeEntry(actor, id(), body))
