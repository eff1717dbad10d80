import { shopTime } from '../../services/house/steadyClock'
import { ownerWordSchema } from '#shared/schemas/handBack'
import { takeOwnerWord } from '../../services/prove/ownerCards'

export default openRoute(ownerWordSchema, ({ event, body }) => takeOwnerWord(secretTokenIn(event), body, new Date(shopTime())))
