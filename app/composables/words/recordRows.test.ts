import { jobStanding } from '../../../shared/jobEntries'
import { jobView, partView, repairView } from '../../../shared/jobView.fixture'
import type { SoapView } from '../../../shared/leaktest/soap/soapView'
import type { SmokeView } from '../../../shared/leaktest/smoke/smokeView'
import { recordRows } from './recordRows'

const at = (text: string) => +new Date(`2026-05-20T${text}:00`)
const now = at('18:00')
const short = (kind: string, si: number) => `${si} ${kind}`
const part = (id: string, position: number) => partView(id, { name: `${id.charAt(0).toUpperCase()}${id.slice(1)}`, position })
const job = jobView({
  openedAt: at('08:00'),
  hasStandIn: true,
  parts: [part('cap', 0), part('drain', 1)],
  tests: [
    {
      kind: 'hold',
      id: 'h1',
      jobId: 'j',
      pressure: 5000,
      wettedShare: 0,
      marks: [],
      number: 1,
      state: 'stopped',
      source: 'stand-in',
      course: 'plain',
      closures: {},
      links: {},
      hasThermometer: false,
      hasBarometer: false,
      supply: null,
      relief: null,
      earlyReason: 'tide',
      by: 'Finn',
      setup: {
        method: 'pressure-decay',
        space: { volume: 0.02, wallGive: 0 },
        volumeUncertainty: 0,
        wallGiveUncertainty: 0,
        gauge: { resolution: 1, noise: 1 },
        temperatureChangeUncertainty: 0,
        barometerChangeUncertainty: 0,
        testPressure: 5000,
        limit: 1,
        rigLeak: 0,
        rigLeakUncertainty: 0,
      },
      startedAt: at('09:00'),
      clock: null,
      settledAt: null,
      stoppedAt: at('09:30'),
      estimate: null,
      noEstimate: 'Too few readings.',
      scale: { kind: 'gauge' },
      kit: {},
      volumeChecks: [],
      struck: 'wrong gauge (Oda)',
    },
    {
      kind: 'soap',
      id: 's1',
      jobId: 'j',
      number: 1,
      pressure: 5000,
      closures: {},
      links: {},
      relief: { kind: 'water column', opensAt: 6000 },
      earlyReason: null,
      by: 'Finn',
      startedAt: at('10:00'),
      stoppedAt: at('10:20'),
      struck: null,
      wettedShare: 0,
      watching: [],
      marks: [
        { partId: 'cap', mark: 'dry', at: at('10:05'), watched: 40 },
        { partId: 'drain', mark: 'bubbles', at: at('10:10'), watched: 10 },
      ],
    },
  ],
  leaks: [{ id: 'L', number: 1, partId: 'drain' }],
  finds: [
    {
      id: 'f',
      leakId: 'L',
      testId: 's1',
      seen: 'bubbles',
      x1: 0,
      y1: 0,
      x2: 9,
      y2: 0,
      length: 0.012,
      photoId: null,
      note: 'Steady.',
      by: 'Finn',
      at: at('10:10'),
      struck: null,
    },
  ],
  repairs: [
    repairView({
      id: 'r2',
      method: 'faying',
      material: 'polysulfide-fast',
      batch: 'PF-1',
      temperature: 293,
      at: at('12:00'),
      cureTime: 12_600,
      cure: [{ t: 0, temperature: 293 }],
      curedAt: at('17:00'),
    }),
    repairView({
      id: 'r1',
      method: 'tighten',
      material: 'none',
      batch: '',
      temperature: 293,
      note: 'A quarter turn',
      at: at('11:00'),
      cureTime: 0,
      cure: [],
      curedAt: at('11:00'),
    }),
  ],
  touches: [{ id: 't', partIds: ['cap'], kind: 'refitted', note: '', by: 'Oda', at: at('11:30'), struck: null }],
})
const rows = recordRows(job, jobStanding(job, now).ledger, now, short)

test('what was found, with where, how long, by whom and what it is today', () => {
  expect(rows.found).toEqual([
    {
      id: 'L',
      number: 1,
      part: 'Drain',
      showed: 'bubbles. Steady.',
      length: '0.012 length',
      by: '10:10, Finn',
      state: 'ready to retest',
    },
  ])
})

test('what was done is in the order of doing, repairs and disturbances together', () => {
  expect(rows.done.map(row => row.id)).toEqual(['r1', 't', 'r2'])
  expect(rows.done[0]).toMatchObject({
    what: 'Leak 1',
    done: 'Tightened or reseated, stages not recorded. A quarter turn',
    material: '–',
    cured: '–',
  })
  expect(rows.done[1]).toMatchObject({ what: 'Cap', done: 'refitted', by: 'Oda' })
  expect(rows.done[2]).toMatchObject({
    material: 'Two-part sealant, fast grade, PF-1',
    cured: '17:00: 5 h at 293 temperature, of 3 h 30 min at 298.15 temperature on its sheet',
  })
})

test('a hold on a simulated tank says so, one without a verdict says why', () => {
  expect(rows.measured).toMatchObject([
    { name: 'Hold 1', when: '09:30', by: 'Finn (simulated tank)', noEstimate: 'Too few readings.', earlyReason: 'tide' },
  ])
})

test('a soap walk names what was dry after how long a watch, what was not watched to the end, and what was found', () => {
  expect(rows.looked[0]!.text).toBe(
    'Soap 1, 10:20, at 5000 pressure, water column at 6000 pressure, Finn: dry, watched: cap 40 s; found on drain.',
  )
  const early = {
    ...job.tests.find(test => test.kind === 'soap')!,
    marks: [{ partId: 'cap', mark: 'not watched', at: 0, watched: 9.8 }],
  }
  const told = recordRows({ ...job, tests: [early as SoapView] }, jobStanding(job, now).ledger, now, short).looked[0]!.text
  expect(told).toContain(': dry, watched: nothing; not watched to the end, says nothing: cap 9 s; found on nothing.')
})

test('what no longer counts is listed with its reason, what is missing by name', () => {
  expect(rows.struck).toEqual([{ name: 'Hold 1', struck: 'wrong gauge (Oda)' }])
  expect(rows.missing).toEqual(['cap', 'drain'])
})

test('smoke is told by what was proven, and what it turned out to be is named', () => {
  const smoke: SmokeView = {
    kind: 'smoke',
    id: 'k',
    jobId: 'j',
    number: 1,
    closures: { drain: 'rig', cap: 'own' },
    wettedShare: 0,
    links: {},
    pressure: 3000,
    tube: { smallest: 1e-6, largest: 1e-4, readDoubt: 0.02, gas: 'air' },
    own: { ball: 'floor' },
    simulated: true,
    relief: null,
    earlyReason: null,
    by: 'Finn',
    startedAt: at('13:00'),
    stoppedAt: at('13:20'),
    struck: null,
    events: [
      { id: 'e1', kind: 'arrival', at: at('13:01'), end: 'cap', seen: true, by: 'Finn' },
      { id: 'e2', kind: 'mark', at: at('13:02'), partId: 'cap', mark: 'clear', by: 'Finn' },
    ],
  }
  const parts = job.parts.map(part => ({ ...part, opening: true }))
  const told = recordRows(
    {
      ...job,
      parts,
      tests: [...job.tests, smoke],
      outcomes: [{ id: 'o', cause: 'drain', partId: 'drain', by: 'Finn', at: at('14:00'), struck: null }],
    },
    jobStanding(job, now).ledger,
    now,
    short,
  )
  expect(told.looked[1]!.text).toBe(
    'Smoke 1, 13:20, at 3000 pressure, Finn (simulated tank): seen to arrive, clear on cap; found on nothing.',
  )
  expect(told.was).toBe('drain plug or its gasket (drain)')
})
