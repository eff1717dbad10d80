import { smokeEventSchema } from '#shared/schemas/smoke'
import { recordSmokeEvent } from '../../../services/bench/smokes'

export default signedInRoute('work', smokeEventSchema, ({ actor, id, body }) => recordSmokeEvent(actor, id(), body))
