import { revokeKey } from '../../services/bench/deviceKeys'

export default signedInRoute('devices', null, ({ actor, id }) => revokeKey(actor, id()))
