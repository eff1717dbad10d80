import { answerBell } from '../../../services/bells/bells'

export default signedInRoute('work', null, async ({ actor, id }) => {
  await answerBell(actor, id())
  return { ok: true }
})
