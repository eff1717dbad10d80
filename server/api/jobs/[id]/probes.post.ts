import { probeSchema } from '#shared/schemas/narrow'
import { recordProbe } from '../../../services/narrowing'

export default signedInRoute('work', probeSchema, ({ actor, id, body }) => recordProbe(actor, id(), body))
