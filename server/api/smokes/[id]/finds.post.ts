import { findSchema } from '#shared/schemas/soap'
import { addSmokeFind } from '../../../services/bench/smokes'

export default signedInRoute('work', findSchema, ({ actor, id, body }) => addSmokeFind(actor, id(), body))
