import { partsSchema } from '#shared/schemas/job'
import { setParts } from '../../../services/jobs'

export default signedInRoute('work', partsSchema, ({ actor, id, body }) => setParts(actor, id(), body))
