import { closeJob } from '../../../services/job/jobs'

export default signedInRoute('work', null, ({ actor, id }) => closeJob(actor, id()))
