import { randomUUID } from 'node:crypto'
import { ValidationError, type AnyObjectSchema } from 'yup'
import { usualDefect } from '../../core/repair/defect/defect'
import { runKinds } from '../../core/record/runKinds'
import { isRunKind, runEntrySchemas } from '../record/kinds/runActs'
import { runSchema } from '../record/kinds/run'
import { approvalSchema } from '../record/kinds/approval'
import { choiceSchema } from '../record/kinds/choice'
import { shopFigureSchema } from './choice'
import { defectCardSchema } from '../record/kinds/card'
import { lotSchema, materialSheetSchema } from './materials'
import { newTankSchema } from '../record/kinds/newTank'
import { repairSchema } from '../record/kinds/repair'

const id = randomUUID()
const HOUR = 3600
const facts = {
  cureTime: 60 * HOUR,
  moveTime: 20 * HOUR,
  fuelTime: 96 * HOUR,
  potLife: 1800,
  referenceTemperature: 298.15,
  floor: 288.15,
  ceiling: 303.15,
  ratio: { hardener: 45, baseDensity: 1150, hardenerDensity: 1000 },
  fuels: ['petrol'],
  mustNotTouch: '',
  openedDays: 30,
  source: 'folder',
}
const sheet = (change: object = {}, material = 'epoxy-liner') => ({
  id,
  name: 'Liner',
  material,
  facts: { ...facts, ...change },
})
const lot = { id, material: 'epoxy-liner', batch: 'L-1', mass: 0.5 }
const run = { id, leakIds: [id], method: 'liner', material: 'epoxy-liner' }
const mix = { id, runId: id, stage: 'mix', base: 0.1, hardener: 0.045, temperature: 295 }
const defect = usualDefect('wall', 'sheet steel', 0.01)
const card = (change: object = {}) => ({ id, leakId: id, defect: { ...defect, ...change } })
const spread = { low: 1, expected: 2, high: 3 }

async function told(schema: AnyObjectSchema, input: unknown): Promise<string> {
  try {
    await schema.validate(input, { abortEarly: false })
    return ''
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return error.inner.map(each => `${each.path}: ${each.message}`).join('\n') || error.message
  }
}

test.each<[AnyObjectSchema, unknown]>([
  [materialSheetSchema, sheet()],
  [materialSheetSchema, sheet({ ratio: null, openedDays: null, fuels: [] })],
  // Thirty hours at 35 °C are sixty at 25 °C.
  [materialSheetSchema, sheet({ referenceTemperature: 308.15, ceiling: 313.15, cureTime: 30 * HOUR, moveTime: HOUR })],
  [lotSchema, lot],
  [runSchema, run],
  [repairSchema, { id, partIds: [id], method: 'liner', material: 'epoxy-liner', temperature: 295 }],
  [runEntrySchemas.mix, mix],
  [runEntrySchemas.mix, { ...mix, hardener: null, taken: [{ lotId: id, mass: 0.1, reason: '' }] }],
  [runEntrySchemas.vacuum, { id, runId: id, stage: 'draw', pressure: 1200 }],
  [defectCardSchema, card()],
  [defectCardSchema, card({ pinholes: { count: 2, run: 0.2 }, face: 'bottom', inside: ['sender', 'filler'] })],
  [approvalSchema, { id, method: 'wick', step: 'granted', reference: 'SRM 57' }],
  [approvalSchema, { id, method: 'wick', step: 'asked' }],
  [
    choiceSchema,
    {
      id,
      leakId: id,
      method: 'liner',
      by: 'the owner',
      options: [{ method: 'liner', days: spread, cost: null, chance: spread }],
    },
  ],
  [shopFigureSchema, { key: 'parts:renew-tank', value: 640 }],
  [newTankSchema, { id, item: 'ports', outcome: 'good' }],
])('what is right is taken, %#', async (schema, input) => {
  expect(await told(schema, input)).toBe('')
})

test.each<[AnyObjectSchema, unknown, string]>([
  [materialSheetSchema, sheet({ cureTime: undefined }), 'facts.cureTime: Cure until it may be tested is missing.'],
  [
    materialSheetSchema,
    sheet({ cureTime: HOUR, moveTime: 600 }),
    'No sheet of epoxy liner is tested after less than 48 h at 25 °C',
  ],
  [materialSheetSchema, sheet({ moveTime: 80 * HOUR }), 'moved before it may be tested'],
  [materialSheetSchema, sheet({ fuelTime: 10 * HOUR }), 'no sooner than it may be tested'],
  [materialSheetSchema, sheet({ floor: 25 }), 'Check the unit'],
  [materialSheetSchema, sheet({ floor: 300 }), 'The coldest is below'],
  [materialSheetSchema, sheet({ ceiling: 290 }), 'The warmest is above'],
  [materialSheetSchema, sheet({ ratio: { ...facts.ratio, hardener: 220 } }), 'type the larger part as the base'],
  [materialSheetSchema, sheet({ ratio: { ...facts.ratio, baseDensity: 1.15 } }), 'type kg/m3'],
  [materialSheetSchema, sheet({ openedDays: 1.5 }), 'Whole days'],
  [materialSheetSchema, sheet({}, 'none'), 'Family must be one of'],
  [lotSchema, { ...lot, mass: 500 }, 'Check the unit'],
  [lotSchema, { ...lot, batch: '' }, 'Batch is missing'],
  [lotSchema, { ...lot, expiresAt: 1e300 }, 'too far ahead'],
  [runSchema, { ...run, method: 'renew-tank' }, 'The method must be one of'],
  [runSchema, { ...run, until: 1e13 }, 'too far ahead'],
  [runSchema, { ...run, until: 1e12 }, 'Say why it is only for now'],
  [runEntrySchemas.mix, { ...mix, base: 100 }, 'grams are typed as g'],
  [runEntrySchemas.mix, { ...mix, hardener: 0 }, 'Both parts'],
  [runEntrySchemas.mix, { ...mix, temperature: 200 + 273.15 }, 'above 100 °C'],
  [runEntrySchemas.mix, { ...mix, temperature: 22 }, 'below −50 °C'],
  [runEntrySchemas.tick, { id, runId: id, ago: -1, stage: 'dry' }, 'before it was'],
  [runEntrySchemas.tick, { id, runId: id, ago: 1e9, stage: 'dry' }, 'more than a day ago'],
  [runEntrySchemas.skip, { id, runId: id, stage: 'dry', reason: ' ' }, 'The reason is missing'],
  [runEntrySchemas.vacuum, { id, runId: id, stage: 'draw', pressure: -1200 }, 'how far below'],
  [runEntrySchemas.speed, { id, runId: id, speed: 600 }, 'sixty times'],
  [defectCardSchema, card({ pinholes: { count: 2 } }), 'The run is missing'],
  [defectCardSchema, card({ pinholes: { count: 2, run: 0 } }), 'say how long it is'],
  [defectCardSchema, card({ inside: ['sender', 'sender'] }), 'named twice'],
  [defectCardSchema, card({ length: 34 }), 'Check the unit'],
  [approvalSchema, { id, method: 'wick', step: 'granted', reference: ' ' }, 'Type the reference'],
  [choiceSchema, { id, leakId: id, method: 'liner', by: '' }, 'Who chose is missing'],
  [shopFigureSchema, { key: 'wages', value: 1 }, 'not one of the shop’s'],
  [shopFigureSchema, { key: 'rate', value: -1 }, 'cannot be negative'],
  [newTankSchema, { id, item: 'ports', outcome: 'hm' }, 'How it was must be one of'],
])('what is wrong is said with what to do, %#', async (schema, input, words) => {
  expect(await told(schema, input)).toContain(words)
})

test('objects where text belongs, and nothing at all, are told and never thrown', async () => {
  for (const kind of runKinds.filter(each => each !== 'pause' && each !== 'resume'))
    for (const input of [{}, { id: {}, stage: {}, item: {}, reason: {} }, { id, stage: [], pressure: {}, base: 'x' }])
      expect(await told(runEntrySchemas[kind] as AnyObjectSchema, input)).not.toBe('')
})

test('what is no text is told so beside its field; figures may be text', () => {
  const done = (reason: unknown) =>
    runEntrySchemas.done.validate({ id, runId: id, stage: 'roll', reason }, { abortEarly: false })
  return Promise.all([
    ...[{}, [], ['x'], true, false].map(reason => expect(done(reason)).rejects.toThrow('This is no text')),
    expect(done(12)).resolves.toMatchObject({ reason: '12' }),
    expect(done('  it set early ')).resolves.toMatchObject({ reason: 'it set early' }),
    expect(done(undefined)).resolves.toMatchObject({ reason: '' }),
  ])
})

test('a kind of entry is one of those that are kept, and not what every object has', () => {
  expect(isRunKind('tick')).toBe(true)
  for (const kind of ['constructor', '__proto__', 'toString', 'fly', '']) expect(isRunKind(kind)).toBe(false)
})
