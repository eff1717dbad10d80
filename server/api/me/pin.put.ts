import { pinSchema } from '#shared/schemas/person'
import { setPin } from '../../services/people/pins'
import { personById } from '../../services/people/people'

export default signedInRoute('read', pinSchema, async ({ actor, body }) => {
  await setPin(hasher, actor, body.password, body.pin)
  return personById(actor.id)
})
