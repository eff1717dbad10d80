import { smokeEventSchema } from '#shared/schemas/smoke'
import { recordSmokeEvent } from '../../../services/smokes'

export default signedInRoute('work', smokeEventSchema, ({ actor, id, body }) => recordSmokeEvent(actor, id(), body))
