import { fileSchema } from '#shared/schemas/hold'
import { takeFile } from '../../../services/bench/readings'

export default signedInRoute('work', fileSchema, ({ actor, id, body }) => takeFile(actor, id(), body))
