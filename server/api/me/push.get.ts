import { pushOf } from '../../services/people/pushDevices'

export default signedInRoute('read', null, async ({ event }) => pushOf(await ownSession(event)))
