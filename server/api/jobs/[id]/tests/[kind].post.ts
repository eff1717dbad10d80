import { testDescriptors } from '#shared/leaktest/tests'
import { beginTest } from '../../../../services/bench/beginTest'

export default signedInRoute(
  'work',
  event => testDescriptors[tankTestKindIn(event)].schema,
  ({ event, actor, id, body }) => beginTest(actor, id(), tankTestKindIn(event), body as never),
)
