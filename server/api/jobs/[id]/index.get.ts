import { jobAspects } from '#shared/changes'
import { loadAspects } from '../../../services/job/loadJobs'

/** A job, or the aspects of it that are asked for: `?aspects=tests,leaks`. */
export default signedInRoute('read', null, ({ event, id }) => {
  const wanted = askedIn(event, 'aspects').split(',')
  const known = jobAspects.filter(aspect => wanted.includes(aspect))
  return loadAspects(id(), known.length > 0 ? known : jobAspects)
})
