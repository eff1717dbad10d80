import { kindSchema } from '#shared/schemas/circuit'
import { setTankKind } from '../../../services/job/tankMap'

export default signedInRoute('work', kindSchema, ({ actor, id, body }) => setTankKind(actor, id(), body))
