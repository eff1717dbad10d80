import { strikeSchema } from '#shared/schemas/job'
import { strikeEntry } from '../../../services/jobs'

export default signedInRoute('work', strikeSchema, ({ actor, id, body }) => strikeEntry(actor, id(), body))
