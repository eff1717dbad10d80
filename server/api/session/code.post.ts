import { codeSchema } from '#shared/schemas/person'
import { useCode } from '../../services/people/passwordCodes'

export default openRoute(codeSchema, async ({ event, body }) => {
  const person = await useCode(hasher, body, await triedFrom(event, body.login))
  await enter(event, person.id)
  return person
})
