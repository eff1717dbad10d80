import { circuitSchema } from '#shared/schemas/circuit'
import { setCircuit } from '../../../services/job/tankMap'

export default signedInRoute('work', circuitSchema, ({ actor, id, body }) => setCircuit(actor, id(), body))
