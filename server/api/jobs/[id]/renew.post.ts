import { renewSchema } from '#shared/schemas/circuit'
import { renewTank } from '../../../services/job/tankMap'

export default signedInRoute('work', renewSchema, ({ actor, id, body }) => renewTank(actor, id(), body))
