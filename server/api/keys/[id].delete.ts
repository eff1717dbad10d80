import { revokeKey } from '../../services/deviceKeys'

export default signedInRoute('devices', null, ({ actor, id }) => revokeKey(actor, id()))
