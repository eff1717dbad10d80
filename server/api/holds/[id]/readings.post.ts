import { readingsSchema } from '#shared/schemas/hold'
import { watchDecision } from '../../../feeds/decisionWatch'
import { takeReadings } from '../../../services/bench/readings'

export default signedInRoute('work', readingsSchema, async ({ actor, id, body }) => {
  const taken = await takeReadings(id(), body.readings, actor.id)
  void watchDecision(id())
  return { taken }
})
