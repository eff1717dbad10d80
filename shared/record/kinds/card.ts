import * as yup from 'yup'
import {
  boxFaces,
  defectKinds,
  defectMaterials,
  smears,
  walls,
  waysIn,
  type BoxFace,
  type Defect,
  type Smear,
  type WayIn,
} from '../../../core/repair/defect/defect'
import { entryId, oneOf, quantity, uuidField } from '../../schemas/fields'
import type { EntryKind, Said } from '../entryKind'

const several = <T extends string>(values: readonly T[], name: string) =>
  yup
    .array(oneOf(values, name))
    .default([])
    .test('once', `${name} is named twice.`, list => new Set(list).size === (list ?? []).length)

/** The card of a leak: all that decides how it is mended. */
const defectSchema = yup.object({
  what: oneOf(defectKinds, 'What it is'),
  length: yup
    .number()
    .typeError('Type a number, such as 6.9 or 6,9.')
    .min(0, 'A length cannot be negative.')
    .max(20, 'A leak longer than 20 m is not believable. Check the unit.')
    .nullable()
    .default(null),
  wall: oneOf(walls, 'The wall'),
  pinholes: yup
    .object({
      count: quantity('Pinholes')
        .integer('Pinholes are counted in wholes.')
        .min(0, 'A count cannot be negative.')
        .max(1000, 'More than a thousand pinholes is a sieve.'),
      run: quantity('The run')
        .moreThan(0, 'Pinholes are counted over a run: say how long it is.')
        .max(20, 'A run longer than 20 m is not believable. Check the unit.'),
    })
    .nullable()
    .default(null),
  material: oneOf(defectMaterials, 'What it is made of'),
  before: several<Smear>(smears, 'What was put on before'),
  outside: yup.boolean().required('Say whether it is reached from outside.'),
  inside: several<WayIn>(waysIn, 'A way in'),
  nearMount: yup.boolean().required('Say whether a mount is beside it.'),
  moves: yup.boolean().required('Say whether it moves.'),
  face: yup.string<BoxFace>().oneOf(boxFaces, 'That face is not known.').nullable().default(null),
})

export const defectCardSchema = yup.object({ id: entryId(), leakId: uuidField('Leak'), defect: defectSchema.required() })
type DefectCardForm = yup.InferType<typeof defectCardSchema>

/** What is there, as somebody filled in the card of a leak; the last one counts. */
type DefectCardView = Omit<Said, 'struck'> & { leakId: string; defect: Defect }

export const cardKind: EntryKind<'defectCards', DefectCardForm, Omit<DefectCardForm, 'id'>, DefectCardView> = {
  schema: defectCardSchema,
  aspect: 'leaks',
  list: 'defectCards',
  section: 'repairs',
  strikable: false,
  verb: 'filled in what is there',
  told: ({ defect }) => ({ what: defect.what }),
  summary: 'What is there, on the card of a leak',
}
