import { fileSchema } from '#shared/schemas/hold'
import { takeFile } from '../../../services/holds'

export default signedInRoute('work', fileSchema, ({ actor, id, body }) => takeFile(actor, id(), body.text))
