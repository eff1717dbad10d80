import { repairMaterial, type CureMilestones, type CureSheet } from '../../core/repair/material/repairMaterials'
import type { RepairView } from '../record/kinds/repair'

/**
 * The sheet that a repair cures by, with the cure time that was counted for it; null where nothing cures. Where only that time was
 * typed, what may be moved or see fuel moves with it.
 */
export function cureSheetOf({
  material,
  cureTime,
  sheet,
}: Pick<RepairView, 'material' | 'cureTime' | 'sheet'>): (CureSheet & CureMilestones) | null {
  const { cure, milestones } = repairMaterial(material)
  if (cureTime === 0 || !cure || !milestones) return null
  if (sheet) return { ...sheet, cureTime }
  const share = cureTime / cure.cureTime
  return { ...cure, cureTime, moveTime: milestones.moveTime * share, fuelTime: milestones.fuelTime * share }
}
