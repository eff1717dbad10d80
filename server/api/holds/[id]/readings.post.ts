import { readingsSchema } from '#shared/leaktest/hold/holdForm'
import { watchDecision } from '../../../feeds/decisionWatch'
import { takeReadings } from '../../../services/bench/hold/takeReadings'

export default signedInRoute('work', readingsSchema, async ({ actor, id, body }) => {
  const taken = await takeReadings(id(), body.readings, { typedBy: actor.id })
  watchDecision(id())
  return { taken }
})
