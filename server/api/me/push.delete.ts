import { pushOf, tellDeviceNoMore } from '../../services/people/pushDevices'

export default signedInRoute('read', null, async ({ event }) => {
  const session = await ownSession(event)
  await tellDeviceNoMore(session)
  return pushOf(session)
})
