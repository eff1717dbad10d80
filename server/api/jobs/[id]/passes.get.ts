import { tryStandInValve } from '../../../services/prove/instruments'

export default signedInRoute('read', null, ({ event, id }) => tryStandInValve(id(), askedIn(event, 'link')))
