import { closeSchema } from '#shared/schemas/handBack'
import { closeJob } from '../../../services/job/jobs'

export default signedInRoute('work', closeSchema, ({ actor, id, body }) => closeJob(actor, id(), body))
