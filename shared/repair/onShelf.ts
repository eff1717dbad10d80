import { mixDensity } from '../../core/repair/amount/mix'
import { lotProblem } from '../../core/repair/material/lotProblem'
import { repairMaterial, type RepairMaterialKey } from '../../core/repair/material/repairMaterials'
import type { MaterialsView } from '../views'

/** What is in a tin that comes ready weighs about this, kg/m3. Source: general trade practice. */
const READY_DENSITY = 1200

/**
 * What the Shelf has of a family of material that may still be used at a moment: tins that are neither retired, empty, expired nor
 * opened too long ago.
 * @returns m3 by the density of the mix, and how many tins that is
 */
export function volumeOnShelf(
  { lots, sheets }: Pick<MaterialsView, 'lots' | 'sheets'>,
  material: RepairMaterialKey,
  now: number,
): { volume: number; tins: number } {
  const family = repairMaterial(material)
  const good = lots.flatMap(lot => {
    if (lot.material !== material || lot.retired || !(lot.left > 0)) return []
    const facts = sheets.find(each => each.id === lot.sheetId)?.facts
    if (lotProblem({ ...lot, openedDays: facts?.openedDays ?? family.openedDays }, now)) return []
    const ratio = facts ? facts.ratio : family.ratio
    return [lot.left / (ratio ? mixDensity(ratio) : READY_DENSITY)]
  })
  return { volume: good.reduce((sum, each) => sum + each, 0), tins: good.length }
}
