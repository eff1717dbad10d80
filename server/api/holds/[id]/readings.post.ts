import { readingsSchema } from '#shared/schemas/hold'
import { watchDecision } from '../../../feeds/decisionWatch'
import { takeReadings } from '../../../services/holds'

export default signedInRoute('work', readingsSchema, async ({ id, body }) => {
  const taken = await takeReadings(id(), body.readings)
  void watchDecision(id())
  return { taken }
})
