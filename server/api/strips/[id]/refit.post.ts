import { refitSchema } from '#shared/schemas/strip'
import { tickRefit } from '../../../services/strip/strips'

export default signedInRoute('work', refitSchema, ({ actor, id, body }) => tickRefit(actor, id(), body))
