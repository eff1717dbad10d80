import { findSchema } from '#shared/schemas/soap'
import { addFind } from '../../../services/bench/soaps'

export default signedInRoute('work', findSchema, ({ actor, id, body }) => addFind(actor, id(), body))
