import { shopTime } from '../../services/house/steadyClock'
import { readOwnerCard } from '../../services/prove/ownerCards'

export default openRoute(null, ({ event }) => readOwnerCard(secretTokenIn(event), new Date(shopTime())))
