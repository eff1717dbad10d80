import { answerBell } from '../../../services/shop/bells'

export default signedInRoute('work', null, async ({ actor, id }) => {
  await answerBell(actor, id())
  return { ok: true }
})
