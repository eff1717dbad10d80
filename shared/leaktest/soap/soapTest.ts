import { isFind, SOAP_SMALLEST_SEEN } from '../../../core/leaktest/soap/soap'
import { lookOf } from '../ledgerOf'
import type { TestDescriptor } from '../testDescriptor'
import { soapMarkSchema, soapSchema, soapShows } from './soapForm'
import type { SoapView } from './soapView'

export const soapTest: TestDescriptor<SoapView> = {
  schema: soapSchema,
  entries: { mark: { schema: soapMarkSchema, summary: 'Mark a part of the route' } },
  shows: soapShows,
  runs: walk => walk.stoppedAt === null,
  isSimulated: () => false,
  measured: () => null,
  // Dry without pressure behind it says nothing.
  ledger: walk => [
    lookOf(
      walk,
      walk.marks.map(mark =>
        isFind(mark.mark) || walk.reached.includes(mark.partId) ? mark : { ...mark, mark: 'not reached' as const },
      ),
      SOAP_SMALLEST_SEEN,
    ),
  ],
  word: ({ reached, marks }) => ({
    reached,
    says: null,
    dry: marks.filter(({ mark, partId }) => mark === 'dry' && reached.includes(partId)).map(mark => mark.partId),
  }),
}
