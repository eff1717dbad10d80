import { lookAtOhmmeter } from '../../../services/prove/instruments'

export default signedInRoute('read', null, ({ event, id }) =>
  lookAtOhmmeter(id(), askedIn(event, 'standard'), Number(askedIn(event, 'level'))),
)
