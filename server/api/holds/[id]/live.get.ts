import { liveEstimate } from '../../../services/bench/hold/liveHolds'

export default signedInRoute('read', null, ({ id }) => liveEstimate(id()))
