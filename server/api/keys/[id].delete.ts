import { revokeKey } from '../../services/bench/hold/deviceKeys'

export default signedInRoute('devices', null, ({ actor, id }) => revokeKey(actor, id()))
