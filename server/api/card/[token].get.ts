import { readOwnerCard } from '../../services/prove/ownerCards'

export default openRoute(null, ({ event }) => readOwnerCard(cardTokenIn(event), new Date()))
