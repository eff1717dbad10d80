import { holdStepSchema } from '#shared/schemas/hold'
import { stepHold } from '../../../services/bench/holds'

export default signedInRoute('work', holdStepSchema, ({ actor, id, body }) => stepHold(actor, id(), body.to))
