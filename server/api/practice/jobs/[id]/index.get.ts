import { practiceJob } from '../../../../services/practice/huntJobs'

export default signedInRoute('read', null, ({ id }) => practiceJob(id()))
