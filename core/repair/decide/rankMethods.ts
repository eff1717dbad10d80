import { wallOf } from '../defect/defect'
import { limitOf, unfit, type RepairCase } from '../method/fit'
import { repairMethods, type RepairMethod, type RepairMethodKey, type RepairStanding } from '../method/repairMethods'
import type { FuelKey } from '../../fuel/fuels'
import { schools, type School } from './schools'

/** A case with what was tried on this leak before and came back, by method. */
export interface TriedCase extends RepairCase {
  tried?: Partial<Record<RepairMethodKey, number>>
}

export interface RankedMethod {
  method: RepairMethod
  /** the trade's default here */
  isDefault: boolean
  /** why it stands where it does, as sentences without a full stop */
  reasons: string[]
}

export interface Ranking {
  /** what can work, the default first */
  ways: RankedMethod[]
  /** what cannot, each with the end of a sentence; `limit` where no money moves it */
  notHere: { method: RepairMethod; why: string; limit: boolean }[]
  /** over which question the trade has schools, and why this one is the default; null where it has none */
  school: Pick<School, 'question' | 'why'> | null
}

const order: readonly RepairStanding[] = ['lasting', 'trial', 'short-lived', 'temporary']

/** The question that a case raises. */
export const schoolOf = ({ defect, family }: RepairCase): School | null =>
  schools.find(
    ({ what, materials, families, moves }) =>
      what.includes(defect.what) &&
      (!materials || materials.includes(defect.material)) &&
      (!families || (family !== null && families.includes(family))) &&
      (moves === undefined || moves === defect.moves),
  ) ?? null

const FEW = 4
/** Few pinholes, counted, with sound metal between them. */
const isFew = ({ defect }: RepairCase) => wallOf(defect) === 'sound' && defect.pinholes !== null && defect.pinholes.count <= FEW

/**
 * Ways of mending a leak that can work here, the trade's default first, then by how long they count and how often they hold; and
 * those that cannot, with the reason.
 * @param sheetFuels of the sheets in hand, beyond what is general practice
 */
export function rankMethods(its: TriedCase, sheetFuels?: readonly FuelKey[]): Ranking {
  const school = schoolOf(its)
  const reasonAgainst = new Map(repairMethods.map(method => [method.key, unfit(method.key, its, sheetFuels)]))
  const can = repairMethods.filter(method => reasonAgainst.get(method.key) === null)
  const tried = (key: RepairMethodKey) => its.tried?.[key] ?? 0
  const preferred = school?.order.find(
    ({ method, untried, fewPinholes }) =>
      reasonAgainst.get(method) === null && !(untried && tried(method) > 0) && !(fewPinholes && !isFew(its)),
  )?.method
  const place = (method: RepairMethod) => [
    method.key === preferred ? 0 : 1,
    tried(method.key) > 0 ? 1 : 0,
    order.indexOf(method.counts),
    -method.holds,
    method.hours[1],
  ]
  const ways = can
    .map(method => ({ method, isDefault: method.key === preferred, reasons: reasonsFor(method) }))
    .sort((a, b) => compare(place(a.method), place(b.method)))
  return {
    ways,
    notHere: repairMethods.flatMap(method => {
      const why = reasonAgainst.get(method.key)
      return why ? [{ method, why, limit: limitOf(method.key, its) !== null }] : []
    }),
    school: school && { question: school.question, why: school.why },
  }

  function reasonsFor(method: RepairMethod): string[] {
    const { defect } = its
    const times = tried(method.key)
    return [
      ...(times > 0 ? [`it was done here ${times === 1 ? 'once' : `${times} times`} and came back`] : []),
      ...(method.counts === 'temporary' ? ['only until a day that is named, with its reason'] : []),
      ...(method.recordedOnly ? ['a licensed shop does it under its certificate; here it is only recorded'] : []),
      ...(method.reach === 'hand inside' && defect.inside.every(way => way === 'new access hole' || way === 'filler')
        ? ['it needs a new access hole with its doubler plate']
        : []),
      ...(defect.before.some(smear => smear !== 'nothing') && method.on
        ? ['what was smeared on before comes off to bare metal, 25 mm past the leak']
        : []),
    ]
  }
}

function compare(a: readonly number[], b: readonly number[]): number {
  const at = a.findIndex((value, i) => value !== b[i])
  return at < 0 ? 0 : a[at]! - b[at]!
}
