import { newJobSchema } from '#shared/schemas/job'
import { openJob } from '../../services/job/jobs'

export default signedInRoute('work', newJobSchema, ({ actor, body }) => openJob(actor, body))
