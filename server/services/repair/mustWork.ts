import { wallMaterial } from '../../../core/repair/defect/defect'
import { cannotHold, cannotWork, unsuited } from '../../../core/repair/method/fit'
import { repairMethod, type RepairMethodKey } from '../../../core/repair/method/repairMethods'
import { repairMaterial, type RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import { lowerFirst, orWords } from '../../../core/words/words'
import type { JobView } from '../../../shared/views'
import { refuseField } from '../ground/refusal'

/** What is done to what, with which material. */
interface Intended {
  method: RepairMethodKey
  material: RepairMaterialKey
  leakIds: readonly string[]
  partIds: readonly string[]
}

/** The parts that a repair is for, apart from what else it wets. */
const repairTargets = (job: JobView, leakIds: readonly string[], partIds: readonly string[]): string[] => [
  ...job.leaks.filter(leak => leakIds.includes(leak.id)).map(leak => leak.partId),
  ...partIds,
]

/**
 * What is recorded as done at once and what is begun stage by stage keep to the same rules.
 * @param fuels what the sheet in hand stands; none where only its family is known
 * @throws Refusal 422 for a method that cannot work on what the card says is there, a material that the method is not made
 *   with, or one that holds neither on the wall nor under the fuel
 */
export function mustWork(
  job: JobView,
  { method, material, leakIds, partIds }: Intended,
  fuels: Parameters<typeof cannotHold>[2] = [],
): void {
  const { craft, fuel } = job
  for (const partId of repairTargets(job, leakIds, partIds)) {
    const family = job.parts.find(part => part.id === partId)?.family ?? null
    const leak = job.leaks.find(each => each.partId === partId && leakIds.includes(each.id))
    const defect = job.defectCards.findLast(card => card.leakId === leak?.id)?.defect
    const why = defect
      ? cannotWork(method, { defect, family, craft: craft.kind, fuel })
      : unsuited(method, { material: job.material, craft: craft.kind, family })
    if (why) throw refuseField('method', `That cannot be done here: ${why}.`)
    const lets = cannotHold(material, { defect: defect ?? { material: wallMaterial(job.material) }, fuel }, fuels)
    if (lets) throw refuseField('material', `That cannot be used here: ${lets}.`)
  }
  mustTake(method, material)
}

/** @throws Refusal 422 for a material that a method is not made with */
function mustTake(method: RepairMethodKey, material: RepairMaterialKey): void {
  const { takes } = repairMethod(method)
  if (takes.includes(material)) return
  const names = takes.map(key => lowerFirst(repairMaterial(key).name))
  throw refuseField('material', `It is made with ${orWords(names)}: say which.`)
}
