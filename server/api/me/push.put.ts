import { pushDeviceSchema } from '#shared/schemas/person'
import { pushOf, tellDevice } from '../../services/people/pushDevices'

export default signedInRoute('read', pushDeviceSchema, async ({ event, actor, body }) => {
  const session = await ownSession(event)
  await tellDevice(session, body, actor.now)
  return pushOf(session)
})
