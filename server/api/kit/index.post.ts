import { kitItemSchema } from '#shared/schemas/kit'
import { saveKitItem } from '../../services/shelf/kit'

export default signedInRoute('work', kitItemSchema, ({ actor, body }) => saveKitItem(actor, body))
