import { probeSchema } from '#shared/schemas/narrow'
import { recordProbe } from '../../../services/narrow/narrowing'

export default signedInRoute('work', probeSchema, ({ actor, id, body }) => recordProbe(actor, id(), body))
