import { randomUUID } from 'node:crypto'
import { ValidationError, type AnyObjectSchema } from 'yup'
import { fileSchema, holdSchema, holdStepSchema, markSchema, readingsSchema, speedSchema } from '../leaktest/hold/holdForm'
import { USUAL_LIMIT_SOURCE } from '../../core/circuit/tankKinds'
import { circuitSchema } from './circuit'
import { gasReadingSchema, planSchema } from './safety'
import { smokeSchema } from '../leaktest/smoke/smokeForm'
import { stripSchema } from './strip'
import { jobEditSchema, newJobSchema, strikeSchema } from './job'
import { ownerSchema, personSchema, preferencesSchema, signInSchema } from './person'
import { repairSchema, touchSchema, unholdableSchema } from './repair'
import { soapMarkSchema, soapSchema } from '../leaktest/soap/soapForm'
import { findSchema } from '../leaktest/findForm'

const id = randomUUID()
const job = {
  id,
  craftName: ' Fire pump 3 ',
  craftKind: 'small equipment',
  tankName: 'fuel tank',
  tankKind: 'small-steel',
  material: 'sheet steel',
  capacity: 0.018,
  fuel: 'petrol',
  pressureLimit: 7000,
  limitSource: 'plate',
  acceptance: 8.4e-4,
  complaint: { signs: ['brim-full', 'drip'], codes: ['P0442'], words: '' },
  craftBuilt: 1998,
}
const hold = {
  id,
  source: 'typed',
  method: 'pressure-decay',
  volume: 0.018,
  volumeUncertainty: 0.0005,
  testPressure: 5000,
  gaugeStep: 10,
  gaugeNoise: 5,
  temperatureDoubt: 0.5,
  barometerDoubt: 40,
  rigLeak: 0,
  rigLeakDoubt: 0,
  closures: { [id]: 'plug', [randomUUID()]: 'fed' },
  wettedShare: 0,
}
const spaces = [{ id: 'tank', name: 'Tank', kind: 'tank' }]
const part = { id, name: 'Cap', family: 'cap', shape: { at: 'point', x: 10, y: 10 }, opening: true }
const find = { id, partId: id, seen: 'foams', x1: 1, y1: 2, x2: 3, y2: 4, length: 0.01 }
const smoke = {
  id,
  pressure: 3000,
  closures: { [id]: 'rig' },
  wettedShare: 0,
  links: { vent: 'shut' },
  tube: { smallest: 3e-7, largest: 2e-5, readDoubt: 0.02, gas: 'air' },
  own: { ball: 'floor' },
}
const repair = { id, leakId: id, method: 'renew-seal', material: 'none', temperature: 293 }

/** The sentence beside a field, or null when all is well. */
async function sentence(schema: AnyObjectSchema, value: object, field: string): Promise<string | null> {
  try {
    await schema.validate(value, { abortEarly: false })
    return null
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    return (
      [error, ...error.inner].find(each => each.path === field)?.message ??
      `no error on ${field}, but: ${error.errors.join(' ')}`
    )
  }
}

test.each<[string, AnyObjectSchema, object]>([
  ['a job', newJobSchema, job],
  ['an edit', jobEditSchema, { ...job, revision: 3 }],
  [
    'parts',
    circuitSchema,
    {
      says: 'changed now',
      revision: 1,
      spaces,
      parts: [part, { ...part, name: 'Seam', shape: { at: 'line', x1: 0, y1: 0, x2: 1000, y2: 360 } }],
    },
  ],
  ['a plan', planSchema, { place: 'indoors', acts: ['look', 'heat or sparks'], promised: '2026-05-20' }],
  ['a gas reading', gasReadingSchema, { id, point: 'middle', explosive: 0.04, oxygen: 0.209 }],
  ['smoke', smokeSchema, smoke],
  ['a strike', strikeSchema, { id, subjectId: id, reason: 'wrong tank' }],
  ['a hold', holdSchema, hold],
  ['a vacuum hold', holdSchema, { ...hold, method: 'vacuum-decay', testPressure: -3500 }],
  [
    'readings',
    readingsSchema,
    {
      readings: [
        { t: 0, pressure: 5000 },
        { t: 1.5, pressure: -20, temperature: 290, barometer: 101_000 },
      ],
    },
  ],
  ['a mark', markSchema, { id, kind: 'knock' }],
  ['a step', holdStepSchema, { to: 'settling' }],
  ['a speed', speedSchema, { speed: 60 }],
  ['a file', fileSchema, { text: 'time_s,pressure_kPa' }],
  ['a soap walk', soapSchema, { id, pressure: 5000, closures: { [id]: 'fed' }, wettedShare: 0 }],
  ['a soap mark', soapMarkSchema, { id, partId: id, mark: 'not reached' }],
  ['a find', findSchema, find],
  ['a repair', repairSchema, repair],
  ['a touch', touchSchema, { id, partIds: [id], kind: 'refitted' }],
  ['a sign-in', signInSchema, { login: 'finn', password: 'x' }],
  ['an owner', ownerSchema, { code: 'AB12CD34', name: 'Oda', login: 'oda', password: 'long enough' }],
  ['a person', personSchema, { id, name: 'Ines', login: 'ines.m', password: 'long enough', role: 'inspector' }],
  ['preferences', preferencesSchema, { pressure: 'psi', volume: 'gal', temperature: 'F', look: 'dark' }],
])('%s that is right is taken', async (_, schema, value) => expect(await sentence(schema, value, '-')).toBeNull())

test.each<[AnyObjectSchema, object, string, string]>([
  [newJobSchema, { ...job, id: 'seven' }, 'id', 'UUID'],
  [newJobSchema, { ...job, craftName: '  ' }, 'craftName', 'Craft is missing.'],
  [newJobSchema, { ...job, tankKind: 'bucket' }, 'tankKind', 'must be one of'],
  [newJobSchema, { ...job, capacity: 'much' }, 'capacity', 'Type a number'],
  [newJobSchema, { ...job, capacity: NaN }, 'capacity', 'Type a number'],
  [newJobSchema, { ...job, capacity: null }, 'capacity', 'Capacity is missing.'],
  [newJobSchema, { ...job, capacity: -1 }, 'capacity', 'more than zero'],
  [newJobSchema, { ...job, capacity: 18 * 1000 }, 'capacity', 'Check the unit'],
  [newJobSchema, { ...job, capacity: 0.0001 }, 'capacity', 'Check the unit'],
  [newJobSchema, { ...job, pressureLimit: 0 }, 'pressureLimit', 'more than zero'],
  [newJobSchema, { ...job, pressureLimit: 7_000_000 }, 'pressureLimit', 'not believable'],
  [newJobSchema, { ...job, acceptance: 0 }, 'acceptance', 'cannot be tested'],
  [newJobSchema, { ...job, limitSource: '' }, 'limitSource', 'is missing'],
  [newJobSchema, { ...job, complaint: { ...job.complaint, signs: ['on Tuesdays'] } }, 'complaint.signs[0]', 'must be one of'],
  [newJobSchema, { ...job, complaint: { ...job.complaint, words: 'x'.repeat(4001) } }, 'complaint.words', 'under 4,000'],
  [jobEditSchema, job, 'revision', 'missing'],
  [
    newJobSchema,
    { ...job, craftKind: 'light aircraft', material: 'composite', limitSource: USUAL_LIMIT_SOURCE },
    'limitSource',
    'follows its manual alone',
  ],
  [circuitSchema, { says: 'changed now', revision: 1, spaces, parts: [] }, 'parts', 'at least one part'],
  [circuitSchema, { says: 'changed now', revision: 1, spaces, parts: [part, { ...part, name: 'CAP' }] }, 'parts', 'same name'],
  [
    circuitSchema,
    { says: 'changed now', revision: 1, spaces, parts: [{ ...part, shape: { at: 'point', x: 1200, y: 0 } }] },
    'parts[0].shape',
    'off the map',
  ],
  [
    circuitSchema,
    { says: 'changed now', revision: 1, spaces, parts: [{ ...part, shape: 'left' }] },
    'parts[0].shape',
    'off the map',
  ],
  [strikeSchema, { id, subjectId: id, reason: '' }, 'reason', 'Say why'],
  [holdSchema, { ...hold, volume: 0 }, 'volume', 'more than zero'],
  [holdSchema, { ...hold, volume: 18 }, 'volumeUncertainty', '-'],
  [holdSchema, { ...hold, volumeUncertainty: 1 }, 'volumeUncertainty', 'larger than the volume'],
  [holdSchema, { ...hold, volumeUncertainty: -1 }, 'volumeUncertainty', 'cannot be negative'],
  [holdSchema, { ...hold, testPressure: 0 }, 'testPressure', 'zero'],
  [holdSchema, { ...hold, supply: 'oxygen' }, 'supply', 'Never oxygen'],
  [holdSchema, { ...hold, supply: 'bottle without regulator' }, 'supply', 'Never a bottle straight to the tank'],
  [holdSchema, { ...hold, links: { vent: 'ajar' } }, 'links', 'open or shut'],
  [planSchema, { place: 'on the moon', acts: ['look'] }, 'place', 'must be one of'],
  [planSchema, { place: 'indoors', acts: [] }, 'acts', 'Say what is planned'],
  [gasReadingSchema, { id, point: 'middle', explosive: 1.4 }, 'explosive', 'up to 100 %'],
  [gasReadingSchema, { id, point: 'middle', explosive: 0.1, oxygen: 0.9 }, 'oxygen', 'is no air'],
  [smokeSchema, { ...smoke, pressure: 30_000 }, 'pressure', 'not believable'],
  [smokeSchema, { ...smoke, own: { ball: 'floats' } }, 'own', 'where the ball stands'],
  [smokeSchema, { ...smoke, tube: { ...smoke.tube, largest: 1e-7 } }, 'tube.largest', 'above the smallest'],
  [holdSchema, { ...hold, testPressure: -5000 }, 'testPressure', 'above zero'],
  [holdSchema, { ...hold, method: 'vacuum-decay' }, 'testPressure', 'below zero'],
  [holdSchema, { ...hold, gaugeStep: 0 }, 'gaugeStep', 'more than zero'],
  [holdSchema, { ...hold, rigLeak: -1 }, 'rigLeak', 'cannot be negative'],
  [holdSchema, { ...hold, closures: { [id]: 'chewing gum' } }, 'closures', 'known closure'],
  [holdSchema, { ...hold, closures: {} }, 'closures', 'exactly one opening'],
  [holdSchema, { ...hold, closures: { [id]: 'fed', [randomUUID()]: 'rig' } }, 'closures', 'exactly one opening'],
  [holdSchema, { ...hold, wettedShare: null }, 'wettedShare', 'is missing'],
  [holdSchema, { ...hold, wettedShare: 0.96 }, 'wettedShare', 'no gas left'],
  [holdSchema, { ...hold, wettedShare: -0.1 }, 'wettedShare', 'less than nothing'],
  [circuitSchema, { revision: 1, spaces, parts: [part] }, 'says', 'always so or changed now'],
  [unholdableSchema, { id, reason: ' ' }, 'reason', 'Say why nothing can be held'],
  [jobEditSchema, { ...job, revision: 1, fuelAcceptance: 0 }, 'fuelAcceptance', 'cannot be tested'],
  [readingsSchema, { readings: [] }, 'readings', 'no readings'],
  [readingsSchema, { readings: [{ t: -1, pressure: 1 }] }, 'readings[0].t', 'before the start'],
  [readingsSchema, { readings: [{ t: 0, pressure: 6_900_000 }] }, 'readings[0].pressure', 'Check the unit'],
  [readingsSchema, { readings: [{ t: 0, pressure: -120_000 }] }, 'readings[0].pressure', 'perfect vacuum'],
  [readingsSchema, { readings: [{ t: 0, pressure: 1, temperature: 17 }] }, 'readings[0].temperature', 'Check the unit'],
  [readingsSchema, { readings: [{ t: 0, pressure: 1, barometer: 1009 }] }, 'readings[0].barometer', 'Check the unit'],
  [readingsSchema, { readings: Array.from({ length: 10_001 }, (_, t) => ({ t, pressure: 1 })) }, 'readings', 'at most 10,000'],
  [speedSchema, { speed: 7 }, 'speed', '1, 10 or 60'],
  [fileSchema, { text: '' }, 'text', 'empty'],
  [soapSchema, { id, pressure: 0 }, 'pressure', 'only under pressure'],
  [findSchema, { ...find, seen: 'dry' }, 'seen', 'must be one of'],
  [findSchema, { ...find, x2: 1001 }, 'x2', 'off the map'],
  [findSchema, { ...find, length: -1 }, 'length', 'cannot be negative'],
  [findSchema, { ...find, length: 34 }, 'length', 'Check the unit'],
  [repairSchema, { ...repair, method: 'hope' }, 'method', 'must be one of'],
  [repairSchema, { ...repair, temperature: 18 }, 'temperature', 'Check the unit'],
  [repairSchema, { ...repair, cureTime: -1 }, 'cureTime', 'cannot be negative'],
  [touchSchema, { id, partIds: [], kind: 'removed' }, 'partIds', 'at least one part'],
  [personSchema, { id, name: 'N', login: 'with space', password: 'long enough', role: 'owner' }, 'login', 'letters, digits'],
  [personSchema, { id, name: 'N', login: 'n', password: 'short', role: 'owner' }, 'password', 'at least 8'],
  [preferencesSchema, { pressure: 'furlong', volume: 'L', temperature: 'C', look: 'dark' }, 'pressure', 'must be one of'],
])('a bad field has its sentence (%#)', async (schema, value, field, words) => {
  if (words === '-') expect(await sentence(schema, value, field)).toBeNull()
  else expect(await sentence(schema, value, field)).toContain(words)
})

test('texts are trimmed and unknown fields dropped', async () => {
  const taken = await newJobSchema.validate({ ...job, sealed: true }, { stripUnknown: true })
  expect(taken.craftName).toBe('Fire pump 3')
  expect(taken).not.toHaveProperty('sealed')
})

test('a torque in the wrong unit is told before the line is kept', async () => {
  const entry = { id, fixing: null, name: 'Strap bolt' }
  expect(await sentence(stripSchema, { ...entry, torque: 9 }, 'torque')).toBeNull()
  expect(await sentence(stripSchema, { ...entry, torque: 9000 }, 'torque')).toContain('Check the unit')
  expect(await sentence(stripSchema, { ...entry, torque: 0.01 }, 'torque')).toContain('Check the unit')
})
