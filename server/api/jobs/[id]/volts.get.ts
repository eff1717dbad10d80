import { readStandInSensor } from '../../../services/prove/instruments'

export default signedInRoute('read', null, ({ event, id }) => readStandInSensor(id(), Number(askedIn(event, 'zero'))))
