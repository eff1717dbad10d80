import type { jobStanding } from '../jobEntries'
import type { JobView, OwnerSheetView } from '../views'
import { restsOn } from '../restsOn'
import { jobProof } from './jobProof'
import { whatToWatch } from './whatToWatch'

/** Most words of an owner that a card shows. */
const SHOWN = 5

/** What an owner sees of a job: how it stands, what to watch, and the look that is next; nothing of how the shop works or who. */
export function ownerSheet(
  job: JobView,
  { ledger, entries }: ReturnType<typeof jobStanding>,
): Omit<OwnerSheetView, 'shop' | 'shopLine'> {
  const { next, complete } = jobProof(job, entries)
  const { watch, untested } = whatToWatch(job, ledger, entries)
  const sealed = ledger.state === 'sealed'
  const rests = sealed ? restsOn(job, entries, ledger) : null
  return {
    craft: job.craft.name,
    tankName: job.tankName,
    state: ledger.state,
    proved: sealed && complete,
    look: sealed && next && next.step.wait > 0 ? { title: next.step.title, doing: next.step.doing, due: next.due } : null,
    // An owner is told what, and not who.
    rests: rests && { ...rests, onTrust: rests.onTrust.map(line => ({ ...line, by: null, why: '' })) },
    watch,
    untested,
    said: job.proof
      .filter(each => each.owner && !each.struck)
      .map(({ id, outcome, at, note }) => ({ id, wet: outcome === 'wet', at, words: note }))
      .reverse()
      .slice(0, SHOWN),
  }
}
