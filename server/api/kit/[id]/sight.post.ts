import { keptSightSchema } from '#shared/schemas/sight'
import { keepSight } from '../../../services/shelf/kit'

export default signedInRoute('work', keptSightSchema, ({ actor, id, body }) => keepSight(actor, id(), body))
