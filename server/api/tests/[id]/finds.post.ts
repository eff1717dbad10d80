import { findSchema } from '#shared/leaktest/findForm'
import { addFind } from '../../../services/bench/finds'

export default signedInRoute('work', findSchema, ({ actor, id, body }) => addFind(actor, id(), body))
