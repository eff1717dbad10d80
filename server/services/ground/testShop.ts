import { randomUUID } from 'node:crypto'
import { join } from 'node:path'
import { migrate } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { tankKind } from '../../../core/circuit/tankKinds'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import type { HoldForm } from '../../../shared/leaktest/hold/holdForm'
import { emptyComplaint, type NewJob } from '../../../shared/schemas/job'
import { defaultPreferences, type Role } from '../../../shared/schemas/person'
import { closeDatabase, database } from '../../db/client'
import { person } from '../../db/schema'
import type { Actor } from './change'
import { cautions, type WorkAct, type WorkPlan } from '../../../core/fuel/makeSafe'
import type { PlanForm } from '../../../shared/schemas/safety'
import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { SOAP_WATCH_TIME, type SoapMark } from '../../../core/leaktest/soap/soap'
import { liveParts } from '../../../shared/jobCircuit'
import type { RunKind } from '../../../core/record/runKinds'
import type { RunEntryForm } from '../../../shared/record/kinds/runActs'
import type { RepairForm } from '../../../shared/record/kinds/repair'
import type { JobView } from '../../../shared/views'
import { loadJob } from '../job/loadJobs'
import type { BenchHold } from '../../../shared/leaktest/hold/holdView'
import type { SoapForm } from '../../../shared/leaktest/soap/soapForm'
import { beginTest } from '../bench/beginTest'
import type { Reading } from '../../../core/hold/holdSetup'
import { holdTimeAt } from '../../../shared/leaktest/hold/holdClock'
import { takeReadings } from '../bench/hold/takeReadings'
import { changeFacts, testRow } from '../bench/testRows'
import { loadHold } from '../bench/hold/runHold'
import { recordEntry } from '../bench/recordEntry'
import { append } from '../record/append'
import { jobOfEntry } from '../record/entryRows'
import { simulateShop } from '../house/shopReality'
import { openJob } from '../job/jobs'
import { Refusal } from './refusal'
import { planWork } from '../safe/safety'

/**
 * A shop of its own on the test cluster, for tests of the services.
 * @param dump SQL of a database to begin with, of this or an earlier version
 * @param tanks what new jobs stand on: stand-ins are taken by simulated tanks alone
 */
export async function openTestShop(
  dump?: string,
  tanks: 'simulated' | 'real' = 'simulated',
): Promise<{ close: () => Promise<void> }> {
  const cluster = process.env.ZINC_TEST_URL
  if (!cluster) throw new Error('ZINC_TEST_URL is not set: run these tests with ./zinc test unit')
  const name = `unit_${randomUUID().replaceAll('-', '')}`
  const admin = new pg.Client({ connectionString: cluster })
  await admin.connect()
  // An empty database of this version is copied and not migrated again; one that begins with a dump takes the steps itself.
  const template = dump === undefined ? process.env.ZINC_TEST_TEMPLATE : undefined
  // Two copies of one database at once would be in each other's way.
  await admin.query('select pg_advisory_lock(4600)')
  await admin.query(`create database ${name}${template ? ` template ${template}` : ''}`)
  await admin.query('select pg_advisory_unlock(4600)')
  const url = new URL(cluster)
  url.pathname = `/${name}`
  process.env.DATABASE_URL = url.href
  if (dump !== undefined) await load(url.href, dump)
  try {
    if (!template) await migrate(database(), { migrationsFolder: join(process.cwd(), 'server/db/migrations') })
  } catch (error) {
    await closeDatabase()
    throw error
  }
  if (dump === undefined && tanks === 'simulated') await simulateShop(new Date())
  return {
    async close() {
      await closeDatabase()
      await admin.query(`drop database ${name} with (force)`)
      await admin.end()
    },
  }
}

async function load(url: string, dump: string): Promise<void> {
  const client = new pg.Client({ connectionString: url })
  await client.connect()
  await client.query(dump)
  await client.end()
}

/** What was refused, and why. @throws Error when it was not */
export async function refusal(work: Promise<unknown>): Promise<Refusal> {
  try {
    await work
  } catch (error) {
    if (error instanceof Refusal) return error
    throw error
  }
  throw new Error('it was not refused')
}

/** A person of a role, acting at a moment. */
export async function testActor(
  role: Role = 'technician',
  login = `p${randomUUID().slice(0, 8)}`,
): Promise<(now?: Date) => Actor> {
  const id = randomUUID()
  await database()
    .insert(person)
    .values({ id, login, name: login, role, passwordHash: '-', preferences: defaultPreferences, createdAt: new Date() })
  return (now?: Date) => ({ id, role, now: now ?? new Date(), ...(now && { backdated: true }) })
}

export const newJobForm = (change: Partial<NewJob> = {}): NewJob => {
  const kind = tankKind(change.tankKind ?? 'small-steel')
  return {
    id: randomUUID(),
    work: 'leak',
    craftName: `Fire pump ${randomUUID().slice(0, 8)}`,
    craftKind: kind.craft,
    tankName: 'fuel tank',
    tankKind: kind.key,
    material: kind.material,
    capacity: kind.capacity,
    fuel: 'petrol',
    pressureLimit: kind.pressureLimit,
    limitSource: 'plate',
    acceptance: throughputFromStandard(kind.acceptance),
    fuelAcceptance: null,
    limitsReason: change.acceptance === undefined ? '' : 'so that a short hold tells something',
    complaint: emptyComplaint(),
    craftBuilt: null,
    craftRegistration: '',
    ...change,
  }
}

/** Does something in a repair that is made stage by stage. */
export async function actIn<K extends RunKind>(
  actor: Actor,
  runId: string,
  kind: K,
  form: Omit<RunEntryForm<K>, 'runId'>,
): Promise<JobView> {
  return append(`run-${kind}`, actor, await jobOfEntry(runId), { ...form, runId } as never)
}

/** Reads cautions of a job, for its plan and for what is about to be done. */
export const readCautions = (actor: Actor, jobId: string, cautions: readonly string[], act: WorkAct | null = null) =>
  append('cautions', actor, jobId, { id: randomUUID(), cautions: [...cautions], act })

export async function testJob(actor: Actor, change: Partial<NewJob> = {}) {
  const job = await openJob(actor, newJobForm(change))
  return readCautions(
    actor,
    job.id,
    cautions.map(caution => caution.key),
  )
}

export const holdForm = (change: Partial<HoldForm> = {}): HoldForm => ({
  id: randomUUID(),
  source: 'typed',
  method: 'pressure-decay',
  volume: 0.018,
  wallGive: null,
  wallGiveDoubt: null,
  gaugeStick: null,
  volumeUncertainty: 0.0003,
  testPressure: 5000,
  gaugeStep: 1,
  gaugeNoise: 1,
  hasThermometer: false,
  hasBarometer: false,
  temperatureDoubt: 0.01,
  barometerDoubt: 2,
  rigLeak: 0,
  rigLeakDoubt: 0,
  bottle: null,
  course: 'plain',
  place: 'still room',
  inside: 'dry',
  closures: {},
  links: {},
  supply: 'hand pump',
  relief: { kind: 'water column', opensAt: change.testPressure ?? 5000 },
  earlyReason: '',
  scale: { kind: 'gauge' },
  kit: {},
  wettedShare: 0,
  ...change,
})

/** The openings of a job closed as they usually are, where a form answers none. */
async function answered(jobId: string, closures: HoldForm['closures']): Promise<HoldForm['closures']> {
  return Object.keys(closures).length > 0 ? closures : proposedClosures(liveParts(await loadJob(jobId)))
}

/** Sets a hold up, its openings closed as usual, and gives it as the Bench shows it. */
export async function setUpHold(actor: Actor, jobId: string, form: HoldForm): Promise<BenchHold> {
  await beginTest(actor, jobId, 'hold', { ...form, closures: await answered(jobId, form.closures) })
  return loadHold(form.id)
}

/** Starts a soap walk at 5 kPa, its openings closed as usual, with a water column that spills there. */
export const startSoap = async (actor: Actor, jobId: string, change: Partial<SoapForm> = {}) => {
  const pressure = change.pressure ?? 5000
  return beginTest(actor, jobId, 'soap', {
    id: randomUUID(),
    pressure,
    links: {},
    wettedShare: 0,
    relief: { kind: 'water column', opensAt: pressure },
    earlyReason: '',
    ...change,
    closures: await answered(jobId, change.closures ?? {}),
  })
}

const markedUntil = new Map<string, number>()
/** Marks a part of a soap walk, after the whole watch over it. */
export async function markPart(actor: Actor, soapId: string, partId: string, mark: SoapMark): Promise<JobView> {
  // One after the other: nobody watches them all at once.
  const from = Math.max(+actor.now, markedUntil.get(soapId) ?? 0)
  const watched = { ...actor, now: new Date(from + SOAP_WATCH_TIME * 1000) }
  markedUntil.set(soapId, +watched.now)
  await recordEntry({ ...actor, now: new Date(from) }, soapId, 'watch', { id: randomUUID(), partIds: [partId] })
  return recordEntry(watched, soapId, 'mark', { id: randomUUID(), partId, mark })
}

/**
 * Readings into a hold from wherever it has them, as if the time of the latest had come: a running hold's clock is set back for it.
 * @returns how many were new
 */
export async function fed(holdId: string, readings: readonly Reading[]): Promise<number> {
  const row = await testRow('hold', holdId)
  const { clock, source } = row.facts
  const latest = readings.reduce((most, each) => Math.max(most, each.t), 0)
  const late = clock && row.stoppedAt === null ? latest - holdTimeAt(clock, Date.now()) : 0
  if (clock && late > 0)
    await changeFacts<'hold'>(database() as never, row, { clock: { ...clock, anchoredAt: clock.anchoredAt - late * 1000 } })
  const from = source === 'device' || source === 'stand-in' ? source : { typedBy: row.startedBy }
  return takeReadings(holdId, readings, from)
}

/** What was done to some leaks, without its stages. */
export const repairForm = (leakIds: string[], change: Partial<RepairForm> = {}): RepairForm => ({
  id: randomUUID(),
  leakIds,
  partIds: [],
  method: 'renew-seal',
  material: 'none',
  batch: '',
  temperature: 291,
  cureTime: null,
  note: '',
  until: null,
  untilReason: '',
  notUsedUntil: '',
  ...change,
})

/** Plans work on a job as it is planned now. */
export const plan = async (actor: Actor, jobId: string, wanted: WorkPlan): Promise<JobView> =>
  planWork(actor, jobId, { ...wanted, was: (await loadJob(jobId)).plan } as PlanForm)
