import { holdStepSchema } from '#shared/leaktest/hold/holdForm'
import { stepHold } from '../../../services/bench/hold/runHold'

export default signedInRoute('work', holdStepSchema, ({ actor, id, body }) => stepHold(actor, id(), body.to))
