import * as yup from 'yup'
import { repairMaterialKeys, type RepairMaterialKey } from '../../../core/repair/material/repairMaterials'
import { repairMethodKeys } from '../../../core/repair/method/repairMethods'
import { isStaged, type StagedMethod } from '../../../core/repair/stage/stages'
import { untilFields } from '../../repair/untilFields'
import { entryId, oneOf, uuid } from '../../schemas/fields'
import type { SheetFacts } from '../../schemas/materials'
import type { RunEntryView } from './runActs'
import type { EntryKind, Said } from '../entryKind'

const stagedMethods = repairMethodKeys.filter(isStaged)
const uuids = (name: string) =>
  yup
    .array(uuid(`${name} is not known.`).required())
    .default([])
    .max(200, 'Keep it under 200.')

/** A repair is begun, stage by stage. */
export const runSchema = yup.object({
  id: entryId(),
  leakIds: uuids('That leak'),
  partIds: uuids('That part'),
  method: oneOf<StagedMethod>(stagedMethods, 'The method'),
  material: oneOf(repairMaterialKeys, 'Material'),
  sheetId: uuid('That sheet is not known.').nullable().default(null),
  simulated: yup.boolean().default(false),
  ...untilFields,
})
export type RunForm = yup.InferType<typeof runSchema>

/** A repair that is made stage by stage. */
export type RunView = Omit<Said, 'struck'> &
  Omit<RunForm, 'id' | 'sheetId' | 'method' | 'material'> & {
    method: StagedMethod
    material: RepairMaterialKey
    sheet: { id: string; name: string; facts: SheetFacts } | null
    entries: RunEntryView[]
  }

export const runKind: EntryKind<'runs', RunForm, Omit<RunForm, 'id'>, RunView> = {
  schema: runSchema,
  aspect: 'leaks',
  list: 'runs',
  section: 'repairs',
  strikable: false,
  verb: 'began a repair',
  told: ({ method, material }) => ({ method, material }),
  summary: 'Begin a repair, stage by stage',
}
