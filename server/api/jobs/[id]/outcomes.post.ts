import { outcomeSchema } from '#shared/schemas/narrow'
import { recordOutcome } from '../../../services/narrow/narrowing'

export default signedInRoute('work', outcomeSchema, ({ actor, id, body }) => recordOutcome(actor, id(), body))
