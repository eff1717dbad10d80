import { needleOf } from '../../../services/bench/hold/needle'

/** What the dial of a simulated tank shows, for the stand-in of a camera. */
export default signedInRoute('read', null, ({ id }) => needleOf(id()))
