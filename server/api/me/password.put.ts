import { passwordSchema } from '#shared/schemas/person'
import { changePassword } from '../../services/people/passwordCodes'

export default signedInRoute('read', passwordSchema, async ({ event, actor, body }) => {
  await changePassword(hasher, actor, await sessionOf(event), body)
  return { ok: true }
})
