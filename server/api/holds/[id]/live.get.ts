import { liveEstimate } from '../../../services/bench/liveHolds'

export default signedInRoute('read', null, ({ id }) => liveEstimate(id()))
