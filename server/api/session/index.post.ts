import { signInSchema } from '#shared/schemas/person'
import { signIn } from '../../services/people/people'

export default openRoute(signInSchema, async ({ event, body }) => {
  const person = await signIn(hasher, body.login, body.password, await triedFrom(event, body.login))
  await enter(event, person.id)
  return person
})
