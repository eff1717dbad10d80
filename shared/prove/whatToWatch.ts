import type { Ledger } from '../../core/ledger/deriveLedger'
import { testKinds } from '../../core/leaktest/testKinds'
import { isRepairMethodKey, repairMethod } from '../../core/repair/method/repairMethods'
import { lowerFirst, upperFirst } from '../../core/words/words'
import type { JobView } from '../views'
import { jobProof } from './jobProof'
import type { LedgerEntries } from '../../core/ledger/ledger'

/** What to watch on a tank that was mended, and what nobody tested. Sentences without figures, so that owner and shop read the same. */
export interface Watching {
  watch: string[]
  untested: string[]
  /** when to come back; null when nothing is due */
  comeBack: number | null
}

/**
 * What to watch follows from what was mended and how, what was left out from the steps in use and the parts without evidence. Why
 * a step was left out is the shop's to tell, in its record.
 */
export function whatToWatch(job: JobView, ledger: Ledger, entries: LedgerEntries): Watching {
  const partName = (id: string) => job.parts.find(part => part.id === id)?.name ?? 'a part'
  const proof = jobProof(job, entries)
  const mended = job.repairs
    .filter(each => !each.struck && each.leakIds.length > 0)
    .map(repair => {
      const where = upperFirst(repair.partIds.map(id => lowerFirst(partName(id))).join(', '))
      const counts = isRepairMethodKey(repair.method) ? repairMethod(repair.method).counts : 'lasting'
      const how = counts === 'temporary' ? 'it only gets it home' : counts === 'trial' ? 'on trial, look often' : 'mended'
      return `${where} (${how}): smell there and look with a lamp, most of all after filling up.`
    })
  const left = proof.rows.flatMap(({ step, entry }) => (entry?.outcome === 'left out' ? [`${step.title}: left out.`] : []))
  const missing = ledger.missing.map(
    id => `${upperFirst(partName(id))}: no ${testKinds.hold.name.toLowerCase()} or look reached it.`,
  )
  return {
    watch: [...new Set(mended)],
    untested: [...missing, ...left],
    comeBack: proof.rows.findLast(row => row.due !== null)?.due ?? null,
  }
}
