import { fuels } from '../../../../core/fuel/fuels'
import { fuelThroughLeak } from '../../../../core/fuel/fuelThroughLeak'
import { wettedParts } from '../../../../core/fuel/wettedParts'
import { tankKind } from '../../../../core/circuit/tankKinds'
import { bubbleRate } from '../../../../core/leaktest/count/bubbles'
import { dropRate } from '../../../../core/leaktest/count/drops'
import { lookMethod } from '../../../../core/leaktest/look/lookMethods'
import { smallestWetSeen } from '../../../../core/leaktest/wet/smallestWetSeen'
import { wetLook } from '../../../../core/leaktest/wet/wetLooks'
import { bubblesAt } from '../../../../core/standin/bubbles'
import { liveParts } from '../../../../shared/jobCircuit'
import type { LookCountForm, lookMarks } from '../../../../shared/leaktest/look/lookForm'
import { lookWatch } from '../../../../shared/leaktest/look/lookWatch'
import type { CountedLook, LookView } from '../../../../shared/leaktest/look/lookView'
import type { JobView } from '../../../../shared/views'
import { notFound, refuseField } from '../../ground/refusal'
import { remainingInMotion, remainingLeaks } from '../hiddenTank'
import type { EntryCall, TestService } from '../testService'

type Mark = (typeof lookMarks)[number]
type Call<F> = Omit<EntryCall<'look'>, 'form'> & { form: F }

/** @throws Refusal 422 */
function mustBeOn(tank: JobView, partId: string): void {
  if (!liveParts(tank).some(part => part.id === partId)) throw refuseField('partId', 'That part is not on this tank.')
}

const fuelOf = ({ fuel }: Pick<JobView, 'fuel'>) => fuels.find(each => each.key === fuel)!

/** A look without a rate: fuel in, running, under way, soaking, dyed, under water, by ear. What is found is a leak like any other. */
export const lookService: TestService<'look'> = {
  verbs: { begin: 'began a look', end: 'ended the look' },
  ended: 'This look has ended. Begin another.',
  pressure: { field: 'pressure', of: form => form.pressure },
  cautions({ method, pressure }) {
    if (pressure > 0) return { act: 'air or smoke', what: 'air' }
    return method === 'engine running' ? { act: 'engine running', what: 'fuel' } : { act: 'look', what: 'fuel' }
  },
  blowsIn: (form, tank) => form.pressure > 0 && !tank.hasStandIn,
  onStandIn: () => false,
  facts(form, tank) {
    const { largest, pressurised, watchedFor, reaches } = lookMethod(form.method)
    if (largest !== null && tank.capacity > largest)
      throw refuseField('method', `That is for tanks up to ${largest * 1000} L: a larger one floats and breaks loose.`)
    if (pressurised && form.pressure === 0)
      throw refuseField('pressure', 'Say what pressure is on it: without any it shows nothing.')
    if (!pressurised && form.pressure > 0)
      throw refuseField('pressure', 'This is done without pressure: fuel and air under pressure do not go together.')
    if (reaches === 'gas' && form.wettedShare > 0) throw refuseField('wettedShare', 'No fuel in it for this: drain it first.')
    if (reaches === 'fuel' && form.wettedShare === 0)
      throw refuseField('wettedShare', 'Say how far it is filled: without fuel nothing shows.')
    if (watchedFor && form.way === null)
      throw refuseField('way', 'Say how fuel is made to show: how long to watch follows from it.')
    return { method: form.method, way: form.way, tilt: form.tilt, distance: form.distance, simulated: tank.hasStandIn }
  },
  entries: {
    mark: {
      verb: () => 'looked at a part',
      record({ tank, test, now, form }: Call<{ partId: string; mark: Mark }>) {
        mustBeOn(tank, form.partId)
        const least = lookWatch(test, tank)
        if (form.mark === 'dry' && !((+now - test.startedAt) / 1000 >= least))
          throw refuseField(
            'mark',
            least === Infinity
              ? 'This fuel dries as fast as it comes: looked at like that, dry says nothing. Dust it or lay paper.'
              : `Dry counts after ${Math.ceil(least / 60)} min. Watch on; what is wet is told at once.`,
          )
        if (
          tank.finds.some(
            find =>
              find.testId === test.id &&
              !find.struck &&
              tank.leaks.some(leak => leak.id === find.leakId && leak.partId === form.partId),
          )
        )
          throw refuseField('mark', 'A leak was found on this part in this look. Strike that find out first if it was wrong.')
        return { kind: 'mark', partId: form.partId, mark: form.mark }
      },
    },
    count: {
      verb: () => 'counted drops or bubbles',
      record({ tank, test, form }: Call<LookCountForm>) {
        mustBeOn(tank, form.partId)
        const of = lookMethod(test.method).counts
        if (!of) throw refuseField('count', 'Nothing is counted in this look: choose a drop count or immersion.')
        if (of === 'bubbles' && form.width === null) throw refuseField('width', 'Say how wide a bubble is.')
        const { partId, count, seconds, width, depth } = form
        return { kind: 'count', partId, of, count, seconds, width, depth }
      },
    },
  },
  view({ facts }, entries, common) {
    const marks = new Map<string, LookView['marks'][number]>()
    for (const { at, entry } of entries)
      if (entry.kind === 'mark')
        marks.set(entry.partId, { partId: entry.partId, mark: entry.mark, at: +at, watched: (+at - common.startedAt) / 1000 })
    return {
      ...common,
      ...facts,
      marks: [...marks.values()],
      counts: entries.flatMap(({ at, entry }) => {
        if (entry.kind !== 'count') return []
        const { partId, of, count, seconds, width, depth } = entry
        const rate: Pick<CountedLook, 'likely' | 'low' | 'high'> =
          of === 'drops' ? dropRate(count, seconds) : bubbleRate(count, seconds, width!, { depth: depth ?? 0.1 })
        return [{ partId, of, count, seconds, ...rate, at: +at }]
      }),
    }
  },
  /** What a look at a part shows on the simulated tank: by what is under the level, what runs, and what the way can show. */
  look({ at }, test, tank, hidden, now): { mark: string; count: number | null } {
    if (typeof at !== 'string') throw notFound('part to look at')
    const here = remainingLeaks(hidden, tank, now).filter(leak => leak.partId === at)
    const { reaches, pressurised, counts } = lookMethod(test.method)
    if (pressurised) {
      const rate = here.reduce((sum, leak) => sum + (leak.rate * test.pressure) / leak.referencePressure, 0)
      return { mark: bubblesAt(rate) === 'dry' ? 'dry' : test.method === 'listening' ? 'hisses' : 'bubbles', count: null }
    }
    const wet = wettedParts(liveParts(tank), tank.circuit, tankKind(tank.tankKind), test.wettedShare ?? 0)
    if (reaches === 'fuel' && !wet.has(at)) return { mark: 'dry', count: null }
    const inMotion = remainingInMotion(hidden, tank, now).filter(leak => leak.partId === at)
    const liquid = inMotion.reduce(
      (sum, leak) => sum + fuelThroughLeak(leak.rate, leak.referencePressure, fuelOf(tank)).likely,
      0,
    )
    const watched = Math.max(60, (now - test.startedAt) / 1000)
    const seen = smallestWetSeen(wetLook(test.way ?? 'dry wipe'), fuelOf(tank), watched)
    if (!(liquid > seen)) return { mark: 'dry', count: null }
    return { mark: 'wet', count: counts === 'drops' ? Math.round((liquid * 600) / 0.025e-6) : null }
  },
}
