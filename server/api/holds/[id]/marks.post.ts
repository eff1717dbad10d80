import { markSchema } from '#shared/schemas/hold'
import { markHold } from '../../../services/bench/holds'

export default signedInRoute('work', markSchema, ({ actor, id, body }) => markHold(actor, id(), body))
