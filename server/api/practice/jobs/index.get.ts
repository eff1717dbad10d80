import { practiceJobsOf } from '../../../services/practice/practiceJobs'

export default signedInRoute('read', null, ({ actor }) => practiceJobsOf(actor))
