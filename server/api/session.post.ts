import { signInSchema } from '#shared/schemas/person'
import { signIn } from '../services/shop/people'

export default openRoute(signInSchema, async ({ event, body }) => {
  const person = await signIn({ hash: hashPassword, verify: verifyPassword }, body.login, body.password)
  await setUserSession(event, { user: { id: person.id } })
  return person
})
