import { jobEditSchema } from '#shared/schemas/job'
import { editJob } from '../../../services/job/jobs'

export default signedInRoute('work', jobEditSchema, ({ actor, id, body }) => editJob(actor, id(), body))
