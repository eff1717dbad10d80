import { randomUUID } from 'node:crypto'
import { ValidationError, type AnyObjectSchema } from 'yup'
import { fileSchema, holdSchema, holdStepSchema, markSchema, readingsSchema, speedSchema } from '../leaktest/hold/holdForm'
import { USUAL_LIMIT_SOURCE } from '../../core/circuit/tankKinds'
import { circuitSchema } from './circuit'
import { drainedSchema } from '../record/kinds/drained'
import { gasReadingSchema } from '../record/kinds/gas'
import { hotWorkSchema } from '../record/kinds/hotWork'
import { planSchema } from './safety'
import { weighingSchema } from '../record/kinds/weighing'
import { answerSchema } from '../record/kinds/answer'
import { outcomeSchema } from '../record/kinds/outcome'
import { probeSchema } from '../record/kinds/probe'
import { purchaseSchema } from '../record/kinds/purchase'
import { purchaseStepSchema } from '../record/kinds/purchaseStep'
import { shopTemperatureFileSchema, shopTemperatureSchema, shopTemperatureStrikeSchema } from './shopTemperature'
import { causes } from '../../core/complaint/causes'
import { checks } from '../../core/complaint/checks'
import { smokeEventSchema, smokeSchema } from '../leaktest/smoke/smokeForm'
import { stripSchema } from '../record/kinds/strip'
import { jobEditSchema, newJobSchema } from './job'
import { strikeSchema } from '../record/kinds/strike'
import {
  ownerSchema,
  personSchema,
  preferencesSchema,
  signInSchema,
  codeSchema,
  passwordSchema,
  pinSchema,
  switchSchema,
} from './person'
import { repairSchema } from '../record/kinds/repair'
import { touchSchema } from '../record/kinds/touch'
import { unholdableSchema } from '../record/kinds/unholdable'
import { soapMarkSchema, soapSchema } from '../leaktest/soap/soapForm'
import { findSchema } from '../record/kinds/find'

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
const check = checks.find(each => !each.test)!
const answer = { id, check: check.key, outcome: check.outcomes[0]!.key }
const probe = { id, method: 'vacuum', pressure: -3000, closures: { [id]: 'fed' }, leaks: false }
const purchase = { id, name: 'Sender seal', reason: 'suspected' }
const hotWork = { id, shop: 'Slip welders', certificate: 'GF 12', issuedOn: '2026-05-20', what: 'Seam welded' }
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
  [
    'a plan',
    planSchema,
    {
      place: 'indoors',
      acts: ['look', 'heat or sparks'],
      promised: '2026-05-20',
      was: { place: 'outdoors', acts: ['look'], promised: null },
    },
  ],
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
  ['an owner', ownerSchema, { code: 'AB12CD34', name: 'Oda', login: 'oda', password: 'kelp under the slipway' }],
  ['a person', personSchema, { id, name: 'Ines', login: 'ines.m', password: 'kelp under the slipway', role: 'inspector' }],
  ['a new password', passwordSchema, { password: 'x', fresh: 'kelp under the slipway' }],
  ['a code', codeSchema, { login: ' Finn ', code: 'ABCDEFGHJK', password: 'kelp under the slipway' }],
  ['a PIN', pinSchema, { password: 'x', pin: '4711' }],
  ['no PIN', pinSchema, { password: 'x', pin: null }],
  ['a switch', switchSchema, { personId: id, pin: '4711' }],
  ['an answer', answerSchema, answer],
  ['a probe', probeSchema, probe],
  ['an outcome', outcomeSchema, { id, cause: causes[0]!.key }],
  ['a purchase', purchaseSchema, purchase],
  ['a step of a purchase', purchaseStepSchema, { id, purchaseId: id, step: 'ordered' }],
  ['a valve switched under smoke', smokeEventSchema, { id, kind: 'link', linkId: 'vent', to: 'open' }],
  ['smoke seen far off', smokeEventSchema, { id, kind: 'arrival', end: 'vent', seen: false }],
  ['a tube read', smokeEventSchema, { id, kind: 'flow', reading: { ball: 'top' } }],
  ['a part seen in smoke', smokeEventSchema, { id, kind: 'mark', partId: id, mark: 'dye' }],
  ['what came out', drainedSchema, { id, volume: 0.01, method: 'drain', gaugeShown: 1 }],
  ['what is in it', weighingSchema, { id, level: 0, density: 745, clearance: 0, tankMass: 3 }],
  ['nothing measured', weighingSchema, { id }],
  ['hot work', hotWorkSchema, hotWork],
  ['a temperature of the shop', shopTemperatureSchema, { id, temperature: 291, lowest: 279 }],
  ['the lowest alone', shopTemperatureSchema, { id, lowest: 279 }],
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
  [strikeSchema, { id, subjectId: id, reason: 'x'.repeat(301) }, 'reason', 'under 300'],
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
  [speedSchema, { speed: 7 }, 'speed', '1, 10, 60 or 600'],
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
  [
    personSchema,
    { id, name: 'N', login: 'with space', password: 'kelp under the slipway', role: 'owner' },
    'login',
    'letters, digits',
  ],
  [personSchema, { id, name: 'N', login: 'n', password: 'short', role: 'owner' }, 'password', 'at least 12'],
  [passwordSchema, { password: 'x', fresh: 'eleven char' }, 'fresh', 'at least 12'],
  [codeSchema, { login: 'finn', code: '', password: 'kelp under the slipway' }, 'code', 'missing'],
  [pinSchema, { password: 'x', pin: '12' }, 'pin', '4 to 8 figures'],
  [pinSchema, { password: 'x', pin: 'abcd' }, 'pin', '4 to 8 figures'],
  [switchSchema, { personId: id }, 'pin', 'missing'],
  [preferencesSchema, { pressure: 'furlong', volume: 'L', temperature: 'C', look: 'dark' }, 'pressure', 'must be one of'],
  // Bounds are taken, and what is just beyond them is not.
  [newJobSchema, { ...job, capacity: 0.0002 }, 'capacity', '-'],
  [newJobSchema, { ...job, capacity: '' }, 'capacity', 'Capacity is missing.'],
  [newJobSchema, { ...job, capacity: Infinity }, 'capacity', 'Type a number'],
  [newJobSchema, { ...job, craftKind: 'light aircraft', material: 'composite' }, 'limitSource', '-'],
  [
    newJobSchema,
    { ...job, craftKind: 'light aircraft', material: 'riveted aluminium', limitSource: USUAL_LIMIT_SOURCE },
    'limitSource',
    '-',
  ],
  [newJobSchema, { ...job, limitSource: USUAL_LIMIT_SOURCE }, 'limitSource', '-'],
  [newJobSchema, { ...job, complaint: { ...job.complaint, signs: ['drip', 'weep'] } }, 'complaint.signs', 'choose one each'],
  [newJobSchema, { ...job, complaint: { ...job.complaint, codes: ['P04'] } }, 'complaint.codes[0]', 'not a trouble code'],
  [newJobSchema, { ...job, complaint: { ...job.complaint, codes: [' p0442 '] } }, 'complaint.codes[0]', '-'],
  [answerSchema, { ...answer, outcome: 'purple' }, 'outcome', 'not an answer to this check'],
  [answerSchema, { ...answer, outcome: check.rest.key }, 'outcome', '-'],
  [answerSchema, { ...answer, check: 'hold', outcome: 'clear' }, 'outcome', 'not an answer to this check'],
  [answerSchema, { ...answer, check: 'hold', outcome: 'cannot' }, 'outcome', '-'],
  [answerSchema, { ...answer, note: 'x'.repeat(121) }, 'note', 'under 120'],
  [answerSchema, { ...answer, check: 'none' }, 'check', 'must be one of'],
  [answerSchema, { ...answer, check: 'none' }, 'outcome', 'no error on outcome'],
  [probeSchema, { ...probe, pressure: 0 }, 'pressure', 'cannot be zero'],
  [probeSchema, { ...probe, pressure: 100_001 }, 'pressure', 'above 100 kPa'],
  [probeSchema, { ...probe, pressure: -100_001 }, 'pressure', 'below any vacuum'],
  [probeSchema, { ...probe, closures: {} }, 'closures', 'exactly one opening'],
  [probeSchema, { ...probe, leaks: undefined }, 'leaks', 'Say whether it leaks'],
  [purchaseSchema, { ...purchase, leadDays: 0 }, 'leadDays', '-'],
  [purchaseSchema, { ...purchase, leadDays: 365 }, 'leadDays', '-'],
  [purchaseSchema, { ...purchase, leadDays: 1.5 }, 'leadDays', 'whole days'],
  [purchaseSchema, { ...purchase, leadDays: -1 }, 'leadDays', 'before it is ordered'],
  [purchaseSchema, { ...purchase, leadDays: 366 }, 'leadDays', 'no lead time'],
  [purchaseSchema, { ...purchase, cause: 'the moon' }, 'cause', 'not known'],
  [purchaseSchema, { ...purchase, reason: 'a whim' }, 'reason', 'must be one of'],
  [purchaseStepSchema, { id, step: 'lost' }, 'step', 'must be one of'],
  [outcomeSchema, { id, cause: 'the moon' }, 'cause', 'must be one of'],
  [smokeEventSchema, { id, kind: 'link', to: 'open' }, 'linkId', 'Choose the valve'],
  [smokeEventSchema, { id, kind: 'link', linkId: 'x'.repeat(61), to: 'open' }, 'linkId', 'at most 60'],
  [smokeEventSchema, { id, kind: 'link', linkId: 'vent', to: 'ajar' }, 'to', 'must be one of'],
  [smokeEventSchema, { id, kind: 'arrival', seen: true }, 'end', 'Choose the far end'],
  [smokeEventSchema, { id, kind: 'arrival', end: 'x'.repeat(61), seen: true }, 'end', 'at most 60'],
  [smokeEventSchema, { id, kind: 'arrival', end: 'vent' }, 'seen', 'Say whether smoke came out'],
  [smokeEventSchema, { id, kind: 'flow' }, 'reading', 'The reading is missing'],
  [smokeEventSchema, { id, kind: 'flow', reading: { ball: 'floats', at: 1 / 60 } }, 'reading', '-'],
  [smokeEventSchema, { id, kind: 'flow', reading: { ball: 'floats', at: 0 } }, 'reading', '-'],
  [smokeEventSchema, { id, kind: 'flow', reading: { ball: 'floats', at: 0.017 } }, 'reading', 'where the ball stands'],
  [smokeEventSchema, { id, kind: 'flow', reading: { ball: 'floats', at: -1 } }, 'reading', 'where the ball stands'],
  [smokeEventSchema, { id, kind: 'flow', reading: { ball: 'floats', at: '1' } }, 'reading', 'where the ball stands'],
  [smokeEventSchema, { id, kind: 'flow', reading: 'top' }, 'reading', 'where the ball stands'],
  [smokeEventSchema, { id, kind: 'mark', mark: 'dye' }, 'partId', 'Choose part'],
  [smokeEventSchema, { id, kind: 'mark', partId: id, mark: 'foams' }, 'mark', 'must be one of'],
  [smokeEventSchema, { id, kind: 'puff' }, 'kind', 'must be one of'],
  [smokeSchema, { ...smoke, tube: { ...smoke.tube, largest: smoke.tube.smallest } }, 'tube.largest', 'above the smallest'],
  [smokeSchema, { ...smoke, tube: { ...smoke.tube, largest: 0.02 } }, 'tube.largest', 'not believable'],
  [drainedSchema, { id, volume: 0.01, method: 'by mouth' }, 'method', 'must be one of'],
  [drainedSchema, { id, volume: 0, method: 'drain' }, 'volume', 'more than zero'],
  [drainedSchema, { id, volume: 21, method: 'drain' }, 'volume', 'Check the unit'],
  [drainedSchema, { id, volume: 1, method: 'drain', gaugeShown: 1.1 }, 'gaugeShown', 'at most full'],
  [weighingSchema, { id, level: -1 }, 'level', 'less than nothing'],
  [weighingSchema, { id, density: 0.745 }, 'density', 'between 0.6 and 1.0'],
  [weighingSchema, { id, tankMass: 0 }, 'tankMass', 'more than zero'],
  [weighingSchema, { id, tankMass: -1 }, 'tankMass', 'more than zero'],
  [weighingSchema, { id, length: 21 }, 'length', 'Check the unit'],
  [hotWorkSchema, { ...hotWork, issuedOn: '20 May' }, 'issuedOn', 'as 2026-05-20'],
  [planSchema, { place: 'indoors', acts: ['look'], promised: 'soon' }, 'promised', 'Choose a day'],
  [gasReadingSchema, { id, point: 'middle', explosive: 0, oxygen: 0.25 }, 'oxygen', '-'],
  [gasReadingSchema, { id, point: 'middle', explosive: 1 }, 'explosive', '-'],
  [gasReadingSchema, { id, point: 'middle', explosive: -0.1 }, 'explosive', 'below nothing'],
  [shopTemperatureSchema, { id }, 'lowest', 'Type how warm it is'],
  [shopTemperatureSchema, { id, temperature: 280, lowest: 281 }, 'lowest', 'cannot be warmer than it is now'],
  [shopTemperatureSchema, { id, temperature: 280, lowest: 280 }, 'lowest', '-'],
  [shopTemperatureSchema, { id, temperature: 18 }, 'temperature', 'Check the unit'],
  [shopTemperatureSchema, { id, temperature: 400 }, 'temperature', 'Check the unit'],
  [shopTemperatureFileSchema, { text: '' }, 'text', 'empty'],
  [shopTemperatureStrikeSchema, { reason: ' ' }, 'reason', 'Say why'],
  [holdSchema, { ...hold, volume: 0.00004, volumeUncertainty: 0 }, 'volume', 'not believable'],
  [holdSchema, { ...hold, volume: 0.00005, volumeUncertainty: 0 }, 'volume', '-'],
  [holdSchema, { ...hold, volumeUncertainty: hold.volume }, 'volumeUncertainty', '-'],
  [holdSchema, { ...hold, scale: 'gauge' }, 'scale', 'Say what is read'],
  [holdSchema, { ...hold, scale: { kind: 'column', density: 500 } }, 'scale', '-'],
  [holdSchema, { ...hold, scale: { kind: 'column', density: 499 } }, 'scale', 'density'],
  [holdSchema, { ...hold, scale: { kind: 'column', density: 2000 } }, 'scale', '-'],
  [holdSchema, { ...hold, scale: { kind: 'column', density: '998' } }, 'scale', 'density'],
  [holdSchema, { ...hold, closures: [] }, 'closures', 'known closure'],
  [holdSchema, { ...hold, closures: 'fed' }, 'closures', 'known closure'],
  [fileSchema, { text: 'x', columns: [{ field: 'temperature', unit: 'kPa' }] }, 'columns[0].unit', 'Unit of temperature'],
  [fileSchema, { text: 'x', columns: [{ field: 'barometer', unit: 'C' }] }, 'columns[0].unit', 'Unit of'],
  [fileSchema, { text: 'x', columns: [{ field: 'temperature', unit: 'F' }] }, 'columns[0].unit', '-'],
  [fileSchema, { text: 'x', columns: [{ field: 'barometer', unit: 'hPa' }] }, 'columns[0].unit', '-'],
  ...[
    { at: 'point', x: -1, y: 0 },
    { at: 'point', x: 0, y: 361 },
    { at: 'point', x: 0 },
    { at: 'area', x: 0, y: 0 },
    { at: 'line', x1: 0, y1: 0, x2: 1001, y2: 0 },
    { at: 'line', x1: 1001, y1: 0, x2: 0, y2: 0 },
    { at: 'line', x1: 0, y1: 361, x2: 0, y2: 0 },
    { at: 'line', x1: 0, y1: 0, x2: 0, y2: -1 },
    { at: 'line', x1: 0, y1: 0, x2: 0 },
  ].map((shape): [AnyObjectSchema, object, string, string] => [
    circuitSchema,
    { says: 'changed now', revision: 1, spaces, parts: [{ ...part, shape }] },
    'parts[0].shape',
    'off the map',
  ]),
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

test('an event under smoke keeps only what belongs to its kind', () => {
  const all = { id, linkId: 'vent', to: 'open', end: 'vent', seen: true, reading: { ball: 'top' }, partId: id, mark: 'dye' }
  const kept = (kind: string) => Object.keys(smokeEventSchema.cast({ ...all, kind }) as object).sort()
  expect(kept('link')).toEqual(['id', 'kind', 'linkId', 'to'])
  expect(kept('arrival')).toEqual(['end', 'id', 'kind', 'seen'])
  expect(kept('flow')).toEqual(['id', 'kind', 'reading'])
  expect(kept('mark')).toEqual(['id', 'kind', 'mark', 'partId'])
})
