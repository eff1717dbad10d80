import { ownerSchema } from '#shared/schemas/person'
import { makeOwner } from '../services/shop/people'

export default openRoute(ownerSchema, async ({ event, body }) => {
  const person = await makeOwner({ hash: hashPassword, verify: verifyPassword }, process.env.ZINC_OWNER_CODE, body)
  await setUserSession(event, { user: { id: person.id } })
  return person
})
