import { liveEstimate } from '../../../services/liveHolds'

export default signedInRoute('read', null, ({ id }) => liveEstimate(id()))
