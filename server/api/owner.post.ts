import { ownerSchema } from '#shared/schemas/person'
import { makeOwner } from '../services/people/people'

export default openRoute(ownerSchema, async ({ event, body }) => {
  const person = await makeOwner(hasher, process.env.ZINC_OWNER_CODE, body, await triedFrom(event))
  await enter(event, person.id)
  return person
})
