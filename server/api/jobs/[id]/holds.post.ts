import { holdSchema } from '#shared/schemas/hold'
import { setUpHold } from '../../../services/bench/holds'

export default signedInRoute('work', holdSchema, ({ actor, id, body }) => setUpHold(actor, id(), body))
