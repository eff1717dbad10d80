import { speedSchema } from '#shared/leaktest/hold/holdForm'
import { setHoldSpeed } from '../../../services/bench/hold/runHold'

export default signedInRoute('work', speedSchema, ({ actor, id, body }) => setHoldSpeed(actor, id(), body.speed))
