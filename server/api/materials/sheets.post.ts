import { materialSheetSchema } from '#shared/schemas/materials'
import { saveSheet } from '../../services/shelf/materials'

export default signedInRoute('work', materialSheetSchema, ({ actor, body }) => saveSheet(actor, body))
