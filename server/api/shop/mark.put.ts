import { MOST_MARK_BYTES, setShopMark } from '../../services/prove/letterhead'
import { Refusal } from '../../services/ground/refusal'

export default signedInRoute('people', null, async ({ event, actor }) => {
  const file = await boundedBody(event, MOST_MARK_BYTES, () => new Refusal(413, 'A mark has up to 4 MB. Send a smaller one.'))
  return setShopMark(actor, file)
})
