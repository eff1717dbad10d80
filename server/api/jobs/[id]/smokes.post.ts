import { smokeSchema } from '#shared/schemas/smoke'
import { startSmoke } from '../../../services/bench/smokes'

export default signedInRoute('work', smokeSchema, ({ actor, id, body }) => startSmoke(actor, id(), body))
