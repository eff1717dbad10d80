import { SOAP_SMALLEST_SEEN } from '../../../core/leaktest/soap/soap'
import { reachedIn } from '../felt'
import { lookOf } from '../ledgerOf'
import type { TestDescriptor } from '../testDescriptor'
import { soapMarkSchema, soapSchema, soapShows, soapWatchSchema } from './soapForm'
import type { SoapView } from './soapView'

export const soapTest: TestDescriptor<SoapView> = {
  schema: soapSchema,
  entries: {
    watch: { schema: soapWatchSchema, summary: 'Wet up to three parts in view, and begin to watch them' },
    mark: { schema: soapMarkSchema, summary: 'Mark a part of the route' },
  },
  shows: soapShows,
  runs: walk => walk.stoppedAt === null,
  isSimulated: () => false,
  measured: () => null,
  // Where there was no pressure the ledger lets no mark say anything.
  ledger: (walk, job) => [lookOf(walk, job, walk.marks, SOAP_SMALLEST_SEEN)],
  word: (walk, job) => {
    const reached = reachedIn(job, walk)
    const dry = walk.marks.filter(({ mark, partId }) => mark === 'dry' && reached.includes(partId))
    return { reached, says: null, dry: dry.map(mark => mark.partId) }
  },
}
