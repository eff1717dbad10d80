import { newJobSchema } from '#shared/schemas/job'
import { openJob } from '../../services/jobs'

export default signedInRoute('work', newJobSchema, ({ actor, body }) => openJob(actor, body))
