import * as yup from 'yup'
import { runKinds, type RunKind } from '../../../core/record/runKinds'
import { ago, entryId, line, positive, quantity, reasonLine, requiredLine, uuid, uuidField } from '../../schemas/fields'
import type { EntryKind } from '../entryKind'

const stage = () => requiredLine('The stage', 40)
const photoId = () => uuid('That photograph is not known.').nullable().default(null)
const temperature = () =>
  quantity('Temperature')
    .moreThan(223.15, 'That is below −50 °C. Check the unit.')
    .lessThan(373.15, 'That is above 100 °C. Check the unit.')

/** What was taken of a tin, kg; `reason` where it is too old. */
const taken = yup.object({
  lotId: uuid('That tin is not known.').required('Choose a tin.'),
  mass: positive('What was taken').max(20, 'More than 20 kg in a cup is not believable: grams are typed as g.'),
  reason: line('The reason', 300).default(''),
})

/** What all have in common: the run, and how long ago it was done, ms. */
const common = { id: entryId(), runId: uuidField('Repair'), ago: ago() }

/** Everything that people record in a run, by kind. */
export const runEntrySchemas = {
  tick: yup.object({ ...common, stage: stage(), item: line('Item', 80).nullable().default(null) }),
  mix: yup.object({
    ...common,
    stage: stage(),
    /** the mix that was the last one on the screen, so that two people who weigh at once are told */
    after: uuid('That mix is not known.').nullable().default(null),
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
    ...common,
    stage: stage(),
    pressure: quantity('The column')
      .min(0, 'Type how far below the air outside it is, above zero.')
      .max(101_325, 'That is below a perfect vacuum. Check the unit.'),
  }),
  done: yup.object({
    ...common,
    stage: stage(),
    reason: line('The reason', 300).default(''),
    photoId: photoId(),
    /** K where it is put on; asked at the stage that applies it */
    temperature: temperature().notRequired().nullable().default(null),
    batch: line('Batch', 80).default(''),
    taken: yup.array(taken.required()).default([]).max(6, 'Keep it under six tins.'),
  }),
  skip: yup.object({ ...common, stage: stage(), reason: reasonLine().required('The reason is missing.') }),
  back: yup.object({ ...common, stage: stage(), reason: requiredLine('The reason', 300) }),
  mishap: yup.object({ ...common, stage: stage(), mishap: requiredLine('What went wrong', 40) }),
  pause: yup.object({ ...common }),
  resume: yup.object({ ...common }),
  abandon: yup.object({ ...common, reason: requiredLine('The reason', 300) }),
  speed: yup.object({
    ...common,
    speed: yup
      .number()
      .oneOf([1, 60], 'A practice clock runs as the wall’s, or sixty times as fast.')
      .required('The speed is missing.'),
  }),
} as const satisfies Record<RunKind, yup.AnyObjectSchema>
export const isRunKind = (kind: string): kind is RunKind => Object.hasOwn(runEntrySchemas, kind)
export type RunEntryForm<K extends RunKind> = yup.InferType<(typeof runEntrySchemas)[K]>
/** What of a kind is kept. */
type RunEntryFacts<K extends RunKind> = Omit<RunEntryForm<K>, 'id' | 'ago' | 'runId'>
/** What is kept of an entry, beside its id, kind, moment and person. */
export type RunFacts = { [K in RunKind]: RunEntryFacts<K> }[RunKind]

/** Something that was done in a run. */
export interface RunEntryView {
  id: string
  kind: RunKind
  facts: RunFacts
  by: string
  at: number
}

const verbs: Record<RunKind, string> = {
  tick: 'ticked in a repair',
  mix: 'mixed for a repair',
  vacuum: 'read the column in a repair',
  done: 'ended a stage of a repair',
  skip: 'skipped a stage of a repair',
  back: 'went back in a repair',
  mishap: 'said that a repair went wrong',
  pause: 'paused a repair',
  resume: 'went on with a repair',
  abandon: 'gave a repair up',
  speed: 'set the practice clock of a repair',
}

/** A kind of entry for each thing that is done in a run. */
const runActKind = <K extends RunKind>(kind: K): EntryKind<null, RunEntryForm<K>, RunEntryFacts<K>> => ({
  schema: runEntrySchemas[kind] as never,
  facts: (runEntrySchemas[kind] as yup.AnyObjectSchema).omit(['id', 'runId', 'ago']),
  aspect: 'leaks',
  list: null,
  section: 'repairs',
  strikable: false,
  verb: verbs[kind],
  told: ({ id: _, ago: __, runId: ___, ...facts }) => facts,
  about: form => form.runId,
  summary: `In a repair: ${kind}`,
})
export const runActKinds = Object.fromEntries(runKinds.map(kind => [`run-${kind}`, runActKind(kind)])) as unknown as {
  [K in RunKind as `run-${K}`]: EntryKind<null, RunEntryForm<K>, RunEntryFacts<K>>
}
