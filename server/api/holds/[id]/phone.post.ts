import { phoneKeySchema } from '#shared/leaktest/hold/holdForm'
import { makePhoneKey } from '../../../services/bench/hold/deviceKeys'

export default signedInRoute('work', phoneKeySchema, ({ actor, id, body }) => makePhoneKey(actor, id(), body))
