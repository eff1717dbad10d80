import { jobTrail } from '../../../services/job/jobs'

export default signedInRoute('read', null, ({ event, id }) => {
  const before = Number(askedIn(event, 'before'))
  return jobTrail(id(), Number.isSafeInteger(before) && before > 0 ? before : null)
})
