import { registerCsv } from '../../../reports/registerCsv'
import { loadJob } from '../../../services/job/loadJobs'

export default signedInRoute('read', null, async ({ event, actor, id }) => {
  setHeader(event, 'Content-Type', 'text/csv; charset=utf-8')
  setHeader(event, 'Content-Disposition', 'attachment; filename="register.csv"')
  return registerCsv(await loadJob(id()), +actor.now)
})
