import { deviceKeySchema } from '#shared/schemas/hold'
import { makeKey } from '../../../services/bench/deviceKeys'

export default signedInRoute('devices', deviceKeySchema, ({ actor, id, body }) => makeKey(actor, id(), body))
