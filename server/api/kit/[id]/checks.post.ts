import { rigCheckSchema } from '#shared/schemas/kit'
import { checkRig } from '../../../services/shelf/kit'

export default signedInRoute('work', rigCheckSchema, ({ actor, id, body }) => checkRig(actor, id(), body))
