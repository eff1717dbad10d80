import { lotSchema } from '#shared/schemas/materials'
import { saveLot } from '../../services/shelf/materials'

export default signedInRoute('work', lotSchema, ({ actor, body }) => saveLot(actor, body))
