import { speedSchema } from '#shared/schemas/hold'
import { setHoldSpeed } from '../../../services/bench/holds'

export default signedInRoute('work', speedSchema, ({ actor, id, body }) => setHoldSpeed(actor, id(), body.speed))
