import { reopenJob } from '../../../services/job/jobs'

export default signedInRoute('work', null, ({ actor, id }) => reopenJob(actor, id()))
