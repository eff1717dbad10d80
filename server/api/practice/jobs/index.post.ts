import { practiceJobSchema } from '#shared/practice'
import { openPracticeJob } from '../../../services/practice/practiceJobs'

export default signedInRoute('work', practiceJobSchema, ({ actor, body }) => openPracticeJob(actor, body))
