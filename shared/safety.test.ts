import { fuels } from '../core/fuel/fuels'
import { jobView } from './jobView.fixture'
import {
  cameOutSince,
  dueOn,
  gasReadingsNow,
  heatRefused,
  planWith,
  safetyCaseOf,
  unweighed,
  vapourOn,
  weighedNow,
  weighingNow,
  wettedNow,
} from './safety'
import type { DrainedView } from './record/kinds/drained'
import type { GasReadingView } from './record/kinds/gas'
import type { JobView } from './views'
import type { WeighingView } from './record/kinds/weighing'

const nothing = {
  level: null,
  shape: null,
  temperature: null,
  density: null,
  tankMass: null,
  length: null,
  height: null,
  clearance: null,
}
const weighing = (at: number, change: Partial<WeighingView>): WeighingView => ({
  ...nothing,
  id: `w${at}`,
  by: 'Finn',
  at,
  struck: null,
  ...change,
})
const drained = (at: number, volume: number, struck: string | null = null): DrainedView => ({
  id: `d${at}`,
  volume,
  method: 'pump',
  gaugeShown: null,
  by: 'Finn',
  at,
  struck,
})
/** A reading in a drained tank that was cleaned. */
const gas = (at: number, change: Partial<GasReadingView> = {}): GasReadingView => ({
  id: `g${at}`,
  point: 'middle',
  explosive: 0,
  oxygen: 0.209,
  cleaned: true,
  by: 'Finn',
  at,
  struck: null,
  ...change,
})

test('an act that is about to be done joins the plan once', () => {
  const plan = { place: 'indoors', acts: ['look'], promised: null } as JobView['plan']
  expect(planWith(plan, 'air or smoke').acts).toEqual(['look', 'air or smoke'])
  expect(planWith(plan, 'air or smoke')).toMatchObject({ place: 'indoors' })
  expect(planWith(plan, 'look')).toBe(plan)
})

test('a case is the job’s craft, fuel and size with its plan or another', () => {
  const job = jobView({ fuel: 'diesel' })
  expect(safetyCaseOf(job)).toEqual({ craft: 'small equipment', fuel: 'diesel', capacity: 0.02, plan: job.plan })
  const other = planWith(job.plan, 'heat or sparks')
  expect(safetyCaseOf(job, other).plan).toBe(other)
})

test('cautions are due of the whole plan, or of one act, until that person has read them', () => {
  const job = jobView({ plan: { place: 'indoors', acts: ['look'], promised: null } })
  const whole = dueOn(job, 'finn')
  const heat = dueOn(job, 'finn', 'heat or sparks')
  expect(heat.length).toBeGreaterThan(0)
  expect(heat.map(({ caution }) => caution.key)).not.toEqual(whole.map(({ caution }) => caution.key))
  const read = heat.map(({ caution, calledBy }) => ({ caution: caution.key, calledBy, personId: 'finn', by: 'Finn', at: 1 }))
  expect(dueOn({ ...job, cautionsRead: read }, 'finn', 'heat or sparks')).toEqual([])
  expect(dueOn({ ...job, cautionsRead: read }, 'oda', 'heat or sparks')).toHaveLength(heat.length)
})

test('what is in it is what was said last, less what came out since', () => {
  const job = jobView({
    weighings: [weighing(1, { level: 0.01 }), weighing(5, { level: 0.008, density: 740 }), weighing(9, { height: 0.2 })],
    drained: [drained(3, 0.001), drained(6, 0.002), drained(7, 0.003), drained(8, 0.001, 'twice')],
  })
  expect(cameOutSince(job)).toBeCloseTo(0.005, 12)
  expect(weighingNow(job)).toEqual({ ...nothing, level: 0.008 - 0.005, density: 740, height: 0.2 })
  expect(wettedNow(job)).toBeCloseTo(0.15, 12)
  // Drained at the same moment is in what was said.
  expect(cameOutSince(jobView({ weighings: [weighing(5, { level: 0.01 })], drained: [drained(5, 0.001)] }))).toBe(0)
  expect(cameOutSince(jobView({ drained: [drained(5, 0.001)] }))).toBe(0)
  const struck = jobView({ weighings: [weighing(1, { level: 0.01 }), weighing(5, { level: 0.002, struck: 'another tank' })] })
  expect(weighingNow(struck).level).toBe(0.01)
})

test('it is never emptier than empty, nor fuller than full, and nobody knows where nobody said', () => {
  const drawn = jobView({ weighings: [weighing(1, { level: 0.01 })], drained: [drained(2, 0.02)] })
  expect(weighingNow(drawn).level).toBe(0)
  expect(wettedNow(drawn)).toBe(0)
  expect(wettedNow(jobView({ weighings: [weighing(1, { level: 0.03 })] }))).toBe(1)
  expect(wettedNow(jobView())).toBeNaN()
  expect(weighingNow(jobView())).toEqual(nothing)
})

test('a tank is weighed up from its own fuel and kind, unless what was said cannot be', () => {
  const job = jobView({ fuel: 'diesel' })
  expect(unweighed(job)).toMatchObject({
    fuel: fuels.find(each => each.key === 'diesel'),
    capacity: 0.02,
    material: 'sheet steel',
  })
  expect(weighedNow(job, { ...nothing, level: 0.01 })).not.toBeNull()
  expect(weighedNow(job, { ...nothing, level: 0.03 })).toBeNull()
})

test('gas readings count that were taken since fuel was last moved', () => {
  const readings = (change: Partial<JobView>) => gasReadingsNow(jobView(change)).map(({ id }) => id)
  expect(readings({ gasReadings: [gas(1), gas(2), gas(3, { point: 'low', struck: 'meter off' })] })).toEqual(['g1', 'g2'])
  // One that was struck out leaves its point unread: what was read there before does not come back.
  expect(readings({ gasReadings: [gas(1), gas(2), gas(3, { struck: 'meter off' }), gas(4)] })).toEqual(['g4'])
  expect(readings({ gasReadings: [gas(1), gas(5), gas(6)], drained: [drained(2, 1), drained(5, 1)] })).toEqual(['g6'])
  expect(readings({ gasReadings: [gas(1)], drained: [drained(5, 1, 'another tank')] })).toEqual(['g1'])
})

test('heat is refused until the readings stand, and on a tank that was not cleaned', () => {
  const now = 3_600_000
  const round = (at: number, change: Partial<GasReadingView>) =>
    ['top', 'middle', 'bottom'].map(point => gas(at, { id: `${point} ${at}`, point, ...change }))
  const aired = (fuel: JobView['fuel'], change: Partial<GasReadingView> = {}) =>
    jobView({ fuel, drained: [drained(1, 0.01)], gasReadings: [...round(now - 1_200_000, change), ...round(now, change)] })
  expect(vapourOn(aired('diesel'), now).state).toBe('gas-free')
  expect(heatRefused(aired('diesel'), now)).toBeNull()
  expect(heatRefused(jobView(), now)).toBe(vapourOn(jobView(), now).sentence)
  const rich = aired('petrol', { explosive: 0.3 })
  expect(heatRefused(rich, now)).toBe(vapourOn(rich, now).sentence)
  expect(heatRefused(aired('diesel', { cleaned: false }), now)).toContain('burns when it is heated past')
  expect(heatRefused(aired('petrol', { cleaned: false }), now)).toContain('Drain it, clean it inside')
})
