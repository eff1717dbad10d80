import * as yup from 'yup'
import { repairMaterialKeys } from '../../core/repair/material/repairMaterials'
import { isStaged, type StagedMethod } from '../../core/repair/stage/stages'
import { repairMethodKeys } from '../../core/repair/method/repairMethods'
import { untilFields } from './untilFields'
import { ago, entryId, line, oneOf, positive, quantity, requiredLine } from '../schemas/fields'

const stagedMethods = repairMethodKeys.filter(isStaged)
const uuids = (name: string) =>
  yup
    .array(yup.string().uuid(`${name} is not known.`).required())
    .default([])
    .max(200, 'Keep it under 200.')

/** A repair is begun, stage by stage. */
export const runSchema = yup.object({
  id: entryId(),
  leakIds: uuids('That leak'),
  partIds: uuids('That part'),
  method: oneOf<StagedMethod>(stagedMethods, 'The method'),
  material: oneOf(repairMaterialKeys, 'Material'),
  sheetId: yup.string().uuid('That sheet is not known.').nullable().default(null),
  simulated: yup.boolean().default(false),
  ...untilFields,
})
export type RunForm = yup.InferType<typeof runSchema>

const stage = () => requiredLine('The stage', 40)
const photoId = () => yup.string().uuid('That photograph is not known.').nullable().default(null)
const temperature = () =>
  quantity('Temperature')
    .moreThan(223.15, 'That is below −50 °C. Check the unit.')
    .lessThan(373.15, 'That is above 100 °C. Check the unit.')

/** What was taken of a tin, kg; `reason` where it is too old. */
const taken = yup.object({
  lotId: yup.string().uuid('That tin is not known.').required('Choose a tin.'),
  mass: positive('What was taken').max(20, 'More than 20 kg in a cup is not believable: grams are typed as g.'),
  reason: line('The reason', 300).default(''),
})

/** Everything that people record in a run, by kind. */
export const runEntrySchemas = {
  tick: yup.object({ id: entryId(), ago: ago(), stage: stage(), item: line('Item', 80).nullable().default(null) }),
  mix: yup.object({
    id: entryId(),
    ago: ago(),
    stage: stage(),
    /** the mix that was the last one on the screen, so that two people who weigh at once are told */
    after: yup.string().uuid('That mix is not known.').nullable().default(null),
    /** kg; hardener is null for what comes ready */
    base: positive('Base').max(20, 'More than 20 kg in a cup is not believable: grams are typed as g.'),
    hardener: yup
      .number()
      .typeError('Type a number, such as 6.9 or 6,9.')
      .moreThan(0, 'Both parts have to be in the cup.')
      .max(20, 'More than 20 kg in a cup is not believable: grams are typed as g.')
      .nullable()
      .default(null),
    /** m of what is in the cup; null where nobody measured */
    depth: yup
      .number()
      .typeError('Type a number, such as 6.9 or 6,9.')
      .moreThan(0, 'A cup has a depth.')
      .max(1, 'Deeper than a metre is no cup. Check the unit.')
      .nullable()
      .default(null),
    temperature: temperature(),
    taken: yup.array(taken.required()).default([]).max(6, 'Keep it under six tins.'),
    batch: line('Batch', 80).default(''),
    /** why it is mixed although it is off its ratio */
    reason: line('The reason', 300).default(''),
  }),
  vacuum: yup.object({
    id: entryId(),
    ago: ago(),
    stage: stage(),
    pressure: quantity('The column')
      .min(0, 'Type how far below the air outside it is, above zero.')
      .max(101_325, 'That is below a perfect vacuum. Check the unit.'),
  }),
  done: yup.object({
    id: entryId(),
    ago: ago(),
    stage: stage(),
    reason: line('The reason', 300).default(''),
    photoId: photoId(),
    /** K where it is put on; asked at the stage that applies it */
    temperature: temperature().notRequired().nullable().default(null),
    batch: line('Batch', 80).default(''),
    taken: yup.array(taken.required()).default([]).max(6, 'Keep it under six tins.'),
  }),
  skip: yup.object({ id: entryId(), ago: ago(), stage: stage(), reason: requiredLine('The reason', 300) }),
  back: yup.object({ id: entryId(), ago: ago(), stage: stage(), reason: requiredLine('The reason', 300) }),
  mishap: yup.object({ id: entryId(), ago: ago(), stage: stage(), mishap: requiredLine('What went wrong', 40) }),
  pause: yup.object({ id: entryId(), ago: ago() }),
  resume: yup.object({ id: entryId(), ago: ago() }),
  abandon: yup.object({ id: entryId(), ago: ago(), reason: requiredLine('The reason', 300) }),
  speed: yup.object({
    id: entryId(),
    ago: ago(),
    speed: yup
      .number()
      .oneOf([1, 60], 'A practice clock runs as the wall’s, or sixty times as fast.')
      .required('The speed is missing.'),
  }),
} as const
export type RunKind = keyof typeof runEntrySchemas
export const runKinds = Object.keys(runEntrySchemas) as RunKind[]
export const isRunKind = (kind: string): kind is RunKind => Object.hasOwn(runEntrySchemas, kind)
export type RunEntryForm<K extends RunKind> = yup.InferType<(typeof runEntrySchemas)[K]>
/** What is kept of an entry, beside its id, kind, moment and person. */
export type RunFacts = { [K in RunKind]: Omit<RunEntryForm<K>, 'id' | 'ago'> }[RunKind]
