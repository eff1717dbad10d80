import { readOwnerCard } from '../../services/prove/ownerCards'

export default openRoute(null, ({ event }) => readOwnerCard(secretTokenIn(event), new Date()))
