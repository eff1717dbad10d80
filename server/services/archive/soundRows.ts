import * as yup from 'yup'
import { craftKinds, tankKinds, tankMaterials } from '../../../core/circuit/tankKinds'
import { fuelKeys } from '../../../core/fuel/fuels'
import { lookMethodKeys } from '../../../core/leaktest/look/lookMethods'
import { isTankTestKind, type TankTestKind } from '../../../core/leaktest/testKinds'
import { factsSchema, factsUnsaid } from '../../../shared/record/factsSchema'
import { isStoredKind } from '../../../shared/record/kinds'
import { circuitSchema, partSchema } from '../../../shared/schemas/circuit'
import { complaintSchema, realities, workKinds } from '../../../shared/schemas/job'
import { withinBounds } from '../../../shared/bodyBounds'
import { nextTurn } from '../ground/inThread'
import { Refusal } from '../ground/refusal'
import type { ArchivedRow } from './archiveFile'

const finite = () => yup.number().required()
const positive = () => finite().moreThan(0)
const word = <T extends string>(words: readonly T[]) => yup.string().oneOf(words).required()

/** What each kind of test has to have kept, so that its page can be drawn and its estimate made anew. */
const facts: Record<TankTestKind, yup.AnyObjectSchema> = {
  hold: yup.object({
    source: yup.string().required(),
    setup: yup
      .object({
        space: yup.object({ volume: positive(), wallGive: finite() }).required(),
        volumeUncertainty: finite(),
        gauge: yup.object({ resolution: positive(), noise: finite() }).required(),
      })
      .required(),
    estimate: yup
      .object({
        leakRate: finite(),
        above95: finite(),
        below95: finite(),
        smallestSeen: finite(),
        verdict: yup.string().required(),
      })
      .nullable()
      .default(null),
    scale: yup.object({ kind: yup.string().required() }).required(),
  }),
  balloon: yup.object({ setup: yup.object({ volume: positive(), girthUncertainty: finite() }).required() }),
  soap: yup.object(),
  smoke: yup.object({ tube: yup.object().required(), own: yup.object().required() }),
  look: yup.object({ method: word(lookMethodKeys) }),
}

/** What rows have to be besides their types, by table: what the program reads without asking again. */
const rowSchemas: Record<string, yup.AnyObjectSchema> = {
  craft: yup.object({ kind: word(craftKinds), name: yup.string().required() }),
  job: yup.object({
    work: word(workKinds),
    reality: word(realities),
    tankKind: word(tankKinds.map(kind => kind.key)),
    material: word(tankMaterials),
    fuel: word(fuelKeys),
    capacity: positive().max(20),
    pressureLimit: positive().max(100_000),
    acceptance: positive(),
    wallGive: finite().min(0),
    complaint: complaintSchema,
    circuit: yup.object({ spaces: circuitSchema.fields.spaces, links: circuitSchema.fields.links }),
    plan: yup.object({ place: yup.string().required(), acts: yup.array(yup.string().required()).required() }),
  }),
  part: partSchema,
  testEntry: yup.object({ entry: yup.object({ kind: yup.string().required() }).required() }),
}

/** Rows that are looked at before others have their turn. */
const A_TURN = 20
/** A row holds whole maps and what was signed. */
const OF_A_ROW = { items: 2000, unsaid: 100_000, depth: 16 }

/** Everything that the program would read without asking again is as it reads it. @throws Refusal 422 with the table that is not */
export async function mustMakeSense(rows: Record<string, ArchivedRow[]>): Promise<void> {
  let looked = 0
  const fits = async (schema: yup.AnyObjectSchema, row: unknown) => {
    // Others have their turn: a job may have a hundred thousand rows.
    if (++looked % A_TURN === 0) await nextTurn()
    try {
      withinBounds(schema, row, OF_A_ROW)
      return await schema.isValid(row, { strict: true })
    } catch {
      return false
    }
  }
  for (const [name, schema] of Object.entries(rowSchemas))
    for (const row of rows[name]!) if (!(await fits(schema, row))) throw nonsense(name)
  for (const { kind, facts: kept } of rows.entry!) {
    if (typeof kind !== 'string' || !isStoredKind(kind)) throw nonsense('entry')
    if (!(await fits(factsSchema(kind), { ...factsUnsaid(kind), ...(kept as object) }))) throw nonsense(kind)
  }
  for (const { kind, facts: kept } of rows.test!) {
    if (typeof kind !== 'string' || !isTankTestKind(kind)) throw nonsense('test')
    if (!(await fits(facts[kind], kept))) throw nonsense('test')
  }
}

const nonsense = (name: string) => new Refusal(422, `A row of “${name}” says what cannot be. Nothing is taken in.`)
