import { speedSchema } from '#shared/leaktest/hold/holdForm'
import { setHoldSpeed } from '../../../services/bench/hold/holds'

export default signedInRoute('work', speedSchema, ({ actor, id, body }) => setHoldSpeed(actor, id(), body.speed))
