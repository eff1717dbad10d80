import * as yup from 'yup'
import type { CureStep } from '../../../core/repair/cure/reckonCure'
import { repairMaterials, type CureMilestones, type CureSheet } from '../../../core/repair/material/repairMaterials'
import { repairMethods } from '../../../core/repair/method/repairMethods'
import { listWords } from '../../../core/words/words'
import { untilFields } from '../../repair/untilFields'
import { entryId, happenedAgo, line, oneOf, quantity, words, uuid } from '../../schemas/fields'
import type { EntryKind, Named, Said } from '../entryKind'

const ids = (name: string) =>
  yup
    .array(uuid(`${name} is not known.`).required())
    .default([])
    .max(200, 'Keep it under 200.')

export const repairSchema = yup.object({
  id: entryId(),
  /** leaks that it mends; none where nothing leaked yet */
  leakIds: ids('That leak'),
  partIds: ids('That part'),
  method: oneOf(
    repairMethods.map(method => method.key),
    'What was done',
  ),
  material: oneOf(
    repairMaterials.map(material => material.key),
    'Material',
  ),
  batch: line('Batch', 80).default(''),
  temperature: quantity('Temperature')
    .moreThan(223.15, 'That is below −50 °C. Check the unit.')
    .lessThan(373.15, 'That is above 100 °C. Check the unit.'),
  /** s at the sheet's temperature, where the sheet in hand differs from the usual one */
  cureTime: yup
    .number()
    .typeError('Type a number of hours.')
    .min(0, 'A cure time cannot be negative.')
    .max(60 * 86_400, 'A cure of more than 60 days is not believable.')
    .nullable()
    .default(null),
  note: words(),
  ago: happenedAgo(),
  ...untilFields,
})
export type RepairForm = yup.InferType<typeof repairSchema>
/** What was put on a tank, with the sheet that it cures by. */
export interface RepairFacts {
  /** leaks that it mends; none where nothing leaked yet */
  leakIds: string[]
  partIds: string[]
  method: string
  material: string
  batch: string
  temperature: number
  note: string
  /** s of the cure clock at the sheet's temperature, as it was when applied */
  cureTime: number
  /** the sheet that it was put on by; null where it is what is usual of its family */
  sheet: (CureSheet & CureMilestones) | null
  /** until when it counts, why, and when it may be used again; for what only gets it home */
  until: number | null
  untilReason: string
  notUsedUntil: string
  /** the run in which it was made stage by stage; null where its stages were not recorded */
  runId: string | null
}
export type RepairView = Said &
  RepairFacts & {
    /** how its cure is reckoned, from s after it was put on; what is to come is foreseen */
    cure: CureStep[]
    /** null while it stands still */
    curedAt: number | null
    /** when what it is on may be moved, and may see fuel; null while it stands still, or where nothing cures */
    movableAt: number | null
    fuelAt: number | null
  }

/** The numbers of some leaks, in words. */
const leakNumbers = ({ leaks }: Named, ids: readonly string[]): string =>
  listWords(leaks.filter(leak => ids.includes(leak.id)).map(leak => String(leak.number)))

export const repairKind: EntryKind<'repairs', RepairForm, RepairFacts, RepairView> = {
  schema: repairSchema,
  facts: repairSchema.omit(['id', 'ago', 'method', 'cureTime']).shape({
    method: yup.string().required(),
    cureTime: yup.number().min(0).required(),
    sheet: yup.object().nullable().default(null),
    runId: uuid('That repair is not known.').nullable().default(null),
  }),
  aspect: 'leaks',
  list: 'repairs',
  section: 'repairs',
  strikable: true,
  verb: ({ leakIds }) => (leakIds.length > 0 ? 'repaired a leak' : 'worked on parts'),
  told: ({ leakIds, method, material }, job) => ({ leak: leakNumbers(job, leakIds), method, material }),
  summary: 'A repair, and its cure begins',
}
