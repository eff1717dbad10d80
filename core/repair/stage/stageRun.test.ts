import fc from 'fast-check'
import { boxFaces } from '../defect/defect'
import { repairMethodKeys } from '../method/repairMethods'
import type { RepairStage } from './stage'
import { isStaged, stagesOfMethods } from './stages'
import { notYet, runState, vacuumProblem, type RunAct, type RunEntry } from './stageRun'

const SECOND = 1000
const MINUTE = 60 * SECOND
const lists = { openings: ['Filler', 'Sender'], faces: boxFaces, pinholes: ['hole 1'] }
const liner = stagesOfMethods.liner
/** Entries a minute apart, unless they say when. */
const entriesOf = (acts: (RunAct & { at?: number })[]): RunEntry[] =>
  acts.map((act, i) => ({ ...act, id: `e${i}`, at: act.at ?? (i + 1) * MINUTE, by: 'Finn' }) as RunEntry)
const done = (stage: string, at?: number) => ({ kind: 'done' as const, stage, reason: '', ...(at !== undefined && { at }) })
const tick = (stage: string, item: string | null = null, at?: number) => ({
  kind: 'tick' as const,
  stage,
  item,
  ...(at !== undefined && { at }),
})
const at = (acts: (RunAct & { at?: number })[], now: number, stages: readonly RepairStage[] = liner) => {
  const entries = entriesOf(acts)
  const state = runState(stages, entries, { begun: 0, now, lists })
  return { state, entries, why: notYet(state, entries, { now, curedAt: null }) }
}
const until = (key: string, stages: readonly RepairStage[] = liner) =>
  stages
    .slice(
      0,
      stages.findIndex(stage => stage.key === key),
    )
    .map(stage => done(stage.key))

test('every method but a new tank has stages, one of which is the repair', () => {
  expect(repairMethodKeys.filter(key => !isStaged(key))).toEqual(['renew-tank'])
  for (const stages of Object.values(stagesOfMethods)) {
    expect(stages.filter(stage => stage.applies)).toHaveLength(1)
    const applies = stages.findIndex(stage => stage.applies)
    // What hurries ends with the repair; nothing cures before it.
    expect(stages.slice(applies + 1).some(stage => stage.inWorkTime)).toBe(false)
    expect(stages.slice(0, applies).some(stage => stage.clock.kind === 'cure')).toBe(false)
  }
})

test('rinses are counted until there are enough', () => {
  expect(at([], MINUTE)).toMatchObject({
    why: '2 rinses are the least, 0 counted.',
    state: { current: { stage: { key: 'degrease' } } },
  })
  expect(at([tick('degrease'), tick('degrease')], 3 * MINUTE).why).toBeNull()
  const { state } = at([tick('degrease'), tick('degrease'), done('degrease')], 4 * MINUTE)
  expect(state.stages[0]).toMatchObject({ state: 'done', by: 'Finn', endedAt: 3 * MINUTE })
  expect(state.current!.stage.key).toBe('derust')
})

test('each face has its time, is ticked once, and all of them are wanted', () => {
  const before = until('derust')
  const first = at(before, 2 * MINUTE)
  expect(first.state.ringsAt).toBe(1 * MINUTE + 6 * MINUTE)
  const two = at([...before, tick('derust', 'top'), tick('derust', 'top'), tick('derust', 'left')], 9 * MINUTE)
  expect(two.state.current!.ticks.map(each => each.item)).toEqual(['top', 'left'])
  expect(two.why).toBe('Not ticked yet: bottom, right, front, back.')
  expect(two.state.ringsAt).toBe(4 * MINUTE + 6 * MINUTE)
})

test('drying wants its time, and a pause does not count', () => {
  const before = until('dry')
  const began = before.length * MINUTE
  expect(at(before, began + 10 * MINUTE).why).toBe('It wants 30 min, and has had 10 min.')
  const paused = [...before, { kind: 'pause' as const, at: began + 10 * MINUTE }]
  const whilePaused = at(paused, began + 60 * MINUTE)
  expect(whilePaused.state).toMatchObject({ paused: true, elapsed: 600, ringsAt: null })
  const on = [...paused, { kind: 'resume' as const, at: began + 60 * MINUTE }]
  expect(at(on, began + 70 * MINUTE).state).toMatchObject({ paused: false, elapsed: 1200, ringsAt: began + 80 * MINUTE })
  expect(at(on, began + 80 * MINUTE).why).toBeNull()
})

describe('work time', () => {
  const before = until('mix')
  const mixed = before.length * MINUTE + MINUTE
  const mix = { kind: 'mix' as const, stage: 'mix', workTime: 1260 }
  test('runs from the mix, through a pause, until what it was for is done', () => {
    expect(at(before, mixed).why).toContain('Say what was weighed')
    expect(at([...before, mix], mixed + 30 * SECOND).why).toBe('Stirred for 25 % of 2 min.')
    const poured = [...before, mix, done('mix', mixed + 2 * MINUTE), { kind: 'pause' as const, at: mixed + 3 * MINUTE }]
    expect(at(poured, mixed + 10 * MINUTE).state.work).toEqual({
      mixId: `e${before.length}`,
      mixNumber: 1,
      from: mixed,
      until: mixed + 21 * MINUTE,
    })
  })
  test('nobody goes on after it without saying so', () => {
    const late = at([...before, mix, done('mix'), done('pour')], mixed + 21 * MINUTE)
    expect(late.state.current!.stage.key).toBe('roll')
    expect(late.why).toContain('do not go on with it')
    expect(at([...before, mix, done('mix'), done('pour')], mixed + 21 * MINUTE - 1).why).toContain('Not ticked yet')
  })
  test('ends with the last stage that it hurries', () => {
    const { state } = at(
      [...before, mix, ...['mix', 'pour', 'roll', 'drain', 'pinholes'].map(key => done(key))],
      mixed + 60 * MINUTE,
    )
    expect(state).toMatchObject({ work: null, current: { stage: { key: 'cure' } }, over: false })
    expect(state.appliedAt).toBe((before.length + 6) * MINUTE)
  })
})

test('what went wrong leads back, and what is done anew counts anew', () => {
  const before = until('roll')
  const back = [...before, tick('roll', 'top'), { kind: 'mishap' as const, stage: 'roll', mishap: 'gelled' }]
  const { state, why } = at(back, 60 * MINUTE)
  expect(state.current!.stage.key).toBe('degrease')
  expect(state.work).toBeNull()
  expect(state.stages.every(each => each.ticks.length === 0)).toBe(true)
  expect(why).toContain('0 counted')
  expect(at([...before, { kind: 'back', stage: 'dry', reason: 'mist in the bag' }], 60 * MINUTE).state.current!.stage.key).toBe(
    'dry',
  )
  // Nobody goes back to what is still to come.
  expect(at([...before, { kind: 'back', stage: 'cure', reason: '' }], 60 * MINUTE).state.current!.stage.key).toBe('roll')
})

test('going back behind what was put on takes the repair back', () => {
  const applied = until('look')
  expect(at(applied, 60 * MINUTE).state.appliedAt).not.toBeNull()
  expect(at([...applied, { kind: 'mishap', stage: 'look', mishap: 'holes' }], 60 * MINUTE).state.appliedAt).toBeNull()
})

test('a stage that was skipped is seen as skipped, with its reason', () => {
  const { state } = at([{ kind: 'skip', stage: 'degrease', reason: 'new steel, never held fuel' }], 2 * MINUTE)
  expect(state.stages[0]).toMatchObject({ state: 'skipped', reason: 'new steel, never held fuel' })
  expect(state.current!.stage.key).toBe('derust')
})

test('a vacuum is read within its limits, and its time is kept', () => {
  const before = until('draw', stagesOfMethods.wick)
  expect(at(before, 9 * MINUTE, stagesOfMethods.wick).why).toBe('Read the column at least once.')
  const read = [...before, { kind: 'vacuum' as const, stage: 'draw', pressure: 1000 }]
  expect(at(read, (before.length + 5) * MINUTE, stagesOfMethods.wick).why).toBe('It wants 10 min, and has had 5 min.')
  expect(at(read, (before.length + 10) * MINUTE, stagesOfMethods.wick).why).toBeNull()
  const range = { from: 500, to: 2000 }
  expect(vacuumProblem(1000, range, 7000)).toBeNull()
  expect(vacuumProblem(300, range, 7000)).toContain('hardly draws')
  expect(vacuumProblem(2500, range, 7000)).toContain('through the joint')
  expect(vacuumProblem(1500, range, 1000)).toContain('vent it at once')
})

test('coats are left to flash off', () => {
  const stages = stagesOfMethods.patch
  const before = until('coats', stages)
  const began = before.length * MINUTE
  const coats = [...before, tick('coats'), tick('coats'), tick('coats', null, began + 40 * MINUTE)]
  expect(at(coats.slice(0, -1), began + 60 * MINUTE, stages).why).toBe('3 coats are the least, 2 done.')
  expect(at(coats, began + 50 * MINUTE, stages)).toMatchObject({ why: 'The last coat wants 15 min before anything else.' })
  expect(at(coats, began + 55 * MINUTE, stages).why).toBeNull()
})

test('no stage is passed without an entry that ends it, whatever is recorded', () => {
  const keys = liner.map(stage => stage.key)
  const act = fc.oneof(
    fc.record({ kind: fc.constant('tick' as const), stage: fc.constantFrom(...keys), item: fc.constantFrom(...boxFaces) }),
    fc.record({ kind: fc.constant('done' as const), stage: fc.constantFrom(...keys), reason: fc.constant('') }),
    fc.record({ kind: fc.constant('skip' as const), stage: fc.constantFrom(...keys), reason: fc.constant('x') }),
    fc.record({ kind: fc.constant('back' as const), stage: fc.constantFrom(...keys), reason: fc.constant('x') }),
    fc.constant({ kind: 'pause' as const }),
    fc.constant({ kind: 'resume' as const }),
  )
  fc.assert(
    fc.property(fc.array(act, { maxLength: 60 }), acts => {
      const { state } = at(acts, 1e7)
      const current = state.stages.findIndex(each => each.state === 'now')
      const passed = current < 0 ? state.stages : state.stages.slice(0, current)
      expect(passed.every(each => each.endedAt !== null && (each.state === 'done' || each.reason !== ''))).toBe(true)
      expect(state.stages.slice(current + 1).every(each => current < 0 || each.state === 'to do')).toBe(true)
      for (const each of passed)
        expect(acts.some(one => (one.kind === 'done' || one.kind === 'skip') && one.stage === each.stage.key)).toBe(true)
    }),
    { numRuns: 300 },
  )
})

test('two pauses of one stage are both left out, and a second tap of pause moves neither', () => {
  const before = until('dry')
  const began = before.length * MINUTE
  const pause = (from: number, to: number) => [
    { kind: 'pause' as const, at: began + from * MINUTE },
    { kind: 'pause' as const, at: began + (from + 1) * MINUTE },
    { kind: 'resume' as const, at: began + to * MINUTE },
  ]
  // 10 min, a pause of 20, 5 min, a pause of 30, 5 min: 20 of them count.
  const twice = [...before, ...pause(10, 30), ...pause(35, 65)]
  expect(at(twice, began + 70 * MINUTE).state).toMatchObject({ elapsed: 1200, ringsAt: began + 80 * MINUTE })
})
