import { shopTime } from '../../services/house/steadyClock'
import { switchSchema } from '#shared/schemas/person'
import { personById } from '../../services/people/people'
import { switchTo } from '../../services/people/pins'

export default openRoute(switchSchema, async ({ event, body }) => {
  await goOnWith(event, await switchTo(hasher, body.personId, body.pin, deviceOf(event), new Date(shopTime())))
  return personById(body.personId)
})
