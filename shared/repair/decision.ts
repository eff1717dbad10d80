import { timeToCure } from '../../core/repair/cure/cure'
import { chanceOfHolding } from '../../core/repair/decide/beta'
import { rankMethods, type RankedMethod, type Ranking, type TriedCase } from '../../core/repair/decide/rankMethods'
import { breakEven, weigh, type Rates, type RepairOption, type Weighed } from '../../core/repair/decide/repairOrRenew'
import { usualDefect, type Defect } from '../../core/repair/defect/defect'
import { materialsHere } from '../../core/repair/method/fit'
import { TRIAL_DAYS } from '../../core/repair/method/trial'
import type { RepairMethod, RepairMethodKey } from '../../core/repair/method/repairMethods'
import { repairMaterial } from '../../core/repair/material/repairMaterials'
import { latestFind } from '../jobEntries'
import type { HeldRecords, JobView, MaterialsView, ShopFigures } from '../views'
import { approvalOf, wantsApproval } from './approvals'

/** What is there: as the last card of a leak says, else what is usual on its part. */
export function defectOf(job: JobView, leakId: string): { defect: Defect; filled: boolean } {
  const card = job.defectCards.findLast(each => each.leakId === leakId)
  if (card) return { defect: card.defect, filled: true }
  const leak = job.leaks.find(each => each.id === leakId)
  const family = job.parts.find(part => part.id === leak?.partId)?.family ?? null
  return { defect: usualDefect(family, job.material, latestFind(job.finds, leakId)?.length ?? null), filled: false }
}

/** How often each method was tried on a leak and it came back. */
export function triedOn(job: JobView, leakId: string): Partial<Record<RepairMethodKey, number>> {
  const tried: Partial<Record<string, number>> = {}
  const repairs = job.repairs.filter(repair => !repair.struck && repair.leakIds.includes(leakId))
  for (const [i, repair] of repairs.entries()) {
    const until = repairs[i + 1]?.at ?? Infinity
    const back = job.finds.some(find => find.leakId === leakId && !find.struck && find.at > repair.at && find.at <= until)
    if (back) tried[repair.method] = (tried[repair.method] ?? 0) + 1
  }
  return tried
}

/** The case that a leak is. */
export function caseOf(job: JobView, leakId: string): TriedCase {
  const leak = job.leaks.find(each => each.id === leakId)
  const family = job.parts.find(part => part.id === leak?.partId)?.family ?? null
  return { defect: defectOf(job, leakId).defect, family, craft: job.craft.kind, fuel: job.fuel, tried: triedOn(job, leakId) }
}

/** What the shop brings to a decision. */
export interface ShopSide {
  figures: ShopFigures
  held: HeldRecords
  materials: MaterialsView
}

/** A way of mending, weighed up. */
export interface Way extends RankedMethod {
  option: RepairOption
  weighed: Weighed
  /** days of cure in a shop of 18 °C, with the tests of a trial */
  cureDays: number
}

interface Decision {
  ranking: Ranking
  ways: Way[]
  /** null where the shop has not said what its hour costs: then only days are weighed */
  rates: Rates | null
  /**
   * the quicker way against the surer one: from which chance of holding it pays; null where there is no such pair. `by` says what
   * was weighed
   */
  pays: { quick: Way; sure: Way; from: number; by: 'days' | 'cost' } | null
}

const renewals: readonly RepairMethodKey[] = ['renew-tank', 'renew-part']
/** As warm as a shop is reckoned to be, K. */
const SHOP = 291.15
const DAY = 86_400
/** h of a retest with its set-up. */
const TEST_HOURS = 1.5
/** h that a new access hole with its doubler takes. */
const ACCESS_HOURS = 4
/** Days that approved data is waited for: least and most. Source: general practice. */
const APPROVAL_WAITS = [2, 10] as const

/** Ways of mending a leak that can work here, weighed up with what the shop knows. */
export function decide(job: JobView, leakId: string, { figures, held, materials }: ShopSide): Decision {
  const its = caseOf(job, leakId)
  const sheetFuels = [...new Set(materials.sheets.filter(sheet => !sheet.retired).flatMap(sheet => sheet.facts.fuels))]
  const ranking = rankMethods(its, sheetFuels)
  const rates = figures.rate === undefined ? null : { hour: figures.rate, idleDay: figures.idle ?? 0 }
  const options = new Map(ranking.ways.map(({ method }) => [method.key, optionOf(method)]))
  const ways = ranking.ways.map((ranked): Way => {
    const option = options.get(ranked.method.key)!
    return {
      ...ranked,
      option,
      weighed: weigh(option, chainAfter(ranked.method), rates ?? { hour: 0, idleDay: 0 }),
      cureDays: option.cureDays,
    }
  })
  return { ranking, ways, rates, pays: quickAgainstSure(ways, rates) }

  /** After what is not for good the best that is; after that what is renewed. */
  function chainAfter(method: RepairMethod): RepairOption[] {
    const others = ranking.ways.filter(each => each.method.key !== method.key && each.method.counts === 'lasting')
    const renewal = others.find(each => renewals.includes(each.method.key))
    if (renewals.includes(method.key)) return []
    const next = method.counts === 'lasting' ? renewal : others[0]
    return [...new Set([next, renewal])].flatMap(each => (each ? [options.get(each.method.key)!] : []))
  }

  function optionOf(method: RepairMethod): RepairOption {
    const [material] = materialsHere(method.key, its, sheetFuels)
    const { cure } = repairMaterial(material ?? 'none')
    const curing = cure ? timeToCure(cure, Math.max(SHOP, cure.floor)) / DAY : 0
    const trial = method.counts === 'trial' ? TRIAL_DAYS.at(-1)! : 0
    const waits = wantsApproval(job, method.key) && approvalOf(job, method.key)?.step !== 'granted' ? APPROVAL_WAITS : [0, 0]
    const newHole =
      method.reach === 'hand inside' && !its.defect.inside.some(way => way !== 'filler' && way !== 'new access hole')
    const access = newHole ? ACCESS_HOURS : 0
    const [least, usual, most] = method.hours
    const record = held[method.key] ?? { held: 0, back: 0 }
    return {
      key: method.key,
      parts: figures[`parts:${method.key}`] ?? 0,
      hours: [least + access, usual + access, most + access],
      waits: [Math.max(method.waits[0], waits[0]!), Math.max(method.waits[1], waits[1]!)],
      cureDays: curing + trial,
      testHours: TEST_HOURS,
      chance: chanceOfHolding(method.holds, record, its.tried?.[method.key]),
      onlyUntil: method.counts === 'temporary',
      years: method.years,
    }
  }
}

/** The surest lasting way, and the one that is quicker or cheaper at first and less sure. */
function quickAgainstSure(ways: readonly Way[], rates: Rates | null): Decision['pays'] {
  const by = rates ? 'cost' : 'days'
  const none = rates ?? { hour: 0, idleDay: 0 }
  const sure = ways
    .filter(({ method }) => method.counts === 'lasting')
    .sort((a, b) => b.weighed.chance.expected - a.weighed.chance.expected)[0]
  if (!sure) return null
  // What is only until a day is done again in any case: no chance makes it pay.
  const quicker = ways.filter(
    way => way !== sure && !way.option.onlyUntil && way.weighed.chance.expected < sure.weighed.chance.expected - 0.02,
  )
  const [quick] = quicker
  if (quick && sure.weighed[by].expected > 0)
    return { quick, sure, from: breakEven(quick.option, sure.weighed[by].expected, none, by), by }
  return null
}
