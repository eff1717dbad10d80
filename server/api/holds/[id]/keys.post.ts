import { deviceKeySchema } from '#shared/leaktest/hold/holdForm'
import { makeKey } from '../../../services/bench/hold/deviceKeys'

export default signedInRoute('devices', deviceKeySchema, ({ actor, id, body }) => makeKey(actor, id(), body))
