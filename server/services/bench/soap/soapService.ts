import { isFind, type SoapMark } from '../../../../core/leaktest/soap/soap'
import { bubblesAt } from '../../../../core/standin/bubbles'
import { liveParts } from '../../../../shared/jobCircuit'
import { setupOf } from '../../../../shared/leaktest/testView'
import { reachInTruth, remainingLeaks } from '../hiddenTank'
import { notFound, refuseField } from '../../shop/refusal'
import type { EntryCall, TestService } from '../testService'

interface MarkForm {
  partId: string
  mark: SoapMark
}

/** A soap walk: each part of the route is marked; what counts is the latest mark of each. */
export const soapService: TestService<'soap'> = {
  verbs: { begin: 'started a soap walk', end: 'ended the soap walk' },
  ended: 'This soap walk has ended. Start another.',
  pressure: { field: 'pressure', of: form => form.pressure },
  cautions: { act: 'air or smoke', what: 'air' },
  blowsIn: (_, tank) => !tank.hasStandIn,
  onStandIn: () => false,
  facts: () => ({}),
  reached: (_, reached) => reached,
  entries: {
    mark: {
      verb: () => 'soaped a part',
      record({ tank, test, form }: Omit<EntryCall<'soap'>, 'form'> & { form: MarkForm }) {
        if (!liveParts(tank).some(part => part.id === form.partId))
          throw refuseField('partId', 'That part is not on this tank.')
        const foundHere = tank.finds.some(
          find =>
            !find.struck && find.testId === test.id && tank.leaks.find(leak => leak.id === find.leakId)?.partId === form.partId,
        )
        if (foundHere && !isFind(form.mark))
          throw refuseField('mark', 'A leak was found on this part in this walk. Strike that find out first if it was wrong.')
        return { kind: 'mark', partId: form.partId, mark: form.mark }
      },
    },
  },
  view: (_, entries, common) => ({
    ...common,
    marks: [
      ...new Map(entries.map(({ at, entry }) => [entry.partId, { partId: entry.partId, mark: entry.mark, at: +at }])).values(),
    ],
  }),
  /** What a look at a part shows on the simulated tank. */
  look({ at }, test, tank, hidden, now): { mark: SoapMark } {
    if (typeof at !== 'string') throw notFound('part to look at')
    const here = remainingLeaks(hidden, tank, now).filter(leak => leak.partId === at)
    if (!reachInTruth(hidden, tank, setupOf(test)).reached.includes(at)) return { mark: 'not reached' }
    return { mark: bubblesAt(here.reduce((sum, leak) => sum + (leak.rate * test.pressure) / leak.referencePressure, 0)) }
  },
}
