import { isFind, type SoapMark } from '../../../../core/leaktest/soap/soap'
import { watchedMarks, watchesOf, type SoapEvent } from '../../../../core/leaktest/soap/watchedMarks'
import { bubblesAt } from '../../../../core/standin/bubbles'
import { liveParts } from '../../../../shared/jobCircuit'
import type { JobView } from '../../../../shared/views'
import { setupOf } from '../../../../shared/leaktest/testView'
import { reachInTruth, remainingLeaks } from '../hiddenTank'
import { notFound, refuseField } from '../../ground/refusal'
import type { EntryCall, TestService } from '../testService'

interface WatchForm {
  partIds: string[]
}
interface MarkForm {
  partId: string
  mark: SoapMark
}

/** @throws Refusal 422 */
function mustBeOn(tank: JobView, partIds: readonly string[]): void {
  const live = new Set(liveParts(tank).map(part => part.id))
  if (!partIds.every(id => live.has(id))) throw refuseField('partId', 'That part is not on this tank.')
}

/** A soap walk: parts are wetted and watched, each is marked, and dry counts only after the whole watch. */
export const soapService: TestService<'soap'> = {
  verbs: { begin: 'started a soap walk', end: 'ended the soap walk' },
  ended: 'This soap walk has ended. Start another.',
  pressure: { field: 'pressure', of: form => form.pressure },
  cautions: () => ({ act: 'air or smoke', what: 'air' }),
  blowsIn: (_, tank) => !tank.hasStandIn,
  onStandIn: () => false,
  facts: () => ({}),
  entries: {
    watch: {
      verb: () => 'wetted a part',
      record({ tank, form }: Omit<EntryCall<'soap'>, 'form'> & { form: WatchForm }) {
        mustBeOn(tank, form.partIds)
        return { kind: 'watch', partIds: form.partIds }
      },
    },
    mark: {
      verb: () => 'soaped a part',
      record({ tank, test, form }: Omit<EntryCall<'soap'>, 'form'> & { form: MarkForm }) {
        mustBeOn(tank, [form.partId])
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
  view(_, entries, common) {
    const events = entries.map(
      ({ at, entry, personId }) => ({ ...entry, at: +at, ...(entry.kind === 'watch' && { by: personId }) }) as SoapEvent,
    )
    return {
      ...common,
      marks: watchedMarks(events),
      watching: [...watchesOf(events)].map(([partId, { at }]) => ({ partId, since: at })),
    }
  },
  /** What a look at a part shows on the simulated tank. */
  look({ at }, test, tank, hidden, now): { mark: SoapMark } {
    if (typeof at !== 'string') throw notFound('part to look at')
    const here = remainingLeaks(hidden, tank, now).filter(leak => leak.partId === at)
    if (!reachInTruth(hidden, tank, setupOf(test)).reached.includes(at)) return { mark: 'not reached' }
    return { mark: bubblesAt(here.reduce((sum, leak) => sum + (leak.rate * test.pressure) / leak.referencePressure, 0)) }
  },
}
