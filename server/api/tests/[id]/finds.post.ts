import { findSchema } from '#shared/record/kinds/find'
import { addFind } from '../../../services/bench/finds'

export default signedInRoute('work', findSchema, ({ actor, id, body }) => addFind(actor, id(), body))
