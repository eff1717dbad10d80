import { eq } from 'drizzle-orm'
import { proposedClosures } from '../../../core/circuit/proposedClosures'
import { holdingLinks } from '../../../core/circuit/reach'
import { SOAP_WATCH_TIME } from '../../../core/leaktest/soap/soap'
import { liveParts } from '../../../shared/jobCircuit'
import { spanOfPart } from '../../../core/circuit/placeOnPart'
import { tankKind } from '../../../core/circuit/tankKinds'
import { BALLOON_PRESSURE, balloonGirth } from '../../../core/leaktest/balloon/balloon'
import type { CauseKey, CheckKey } from '../../../core/complaint/keys'
import { cautions, type WorkAct } from '../../../core/fuel/makeSafe'
import type { SoapMark } from '../../../core/leaktest/soap/soap'
import { throughputFromStandard } from '../../../core/quantity/standardLeakRate'
import { normalAt } from '../../../core/standin/seededRandom'
import { standInTank } from '../../../core/standin/standInTank'
import type { HoldForm } from '../../../shared/leaktest/hold/holdForm'
import { emptyComplaint, type NewJob } from '../../../shared/schemas/job'
import type { PurchaseForm } from '../../../shared/record/kinds/purchase'
import type { PurchaseStep } from '../../../shared/record/kinds/purchaseStep'
import type { RepairForm } from '../../../shared/record/kinds/repair'
import { defaultPreferences, type Role } from '../../../shared/schemas/person'
import type { HoldView } from '../../../shared/leaktest/hold/holdView'
import type { JobView } from '../../../shared/views'
import { beginTest } from '../../services/bench/beginTest'
import { endTest } from '../../services/bench/endTest'
import { addFind } from '../../services/bench/finds'
import { recordEntry } from '../../services/bench/recordEntry'
import type { Actor } from '../../services/ground/change'
import { seedOf, standInFor } from '../../services/bench/hiddenTank'
import type { HiddenTank } from '../schema/hiddenTank'
import { loadHold, stepHold } from '../../services/bench/hold/runHold'
import { takeReadings } from '../../services/bench/hold/takeReadings'
import { openJob } from '../../services/job/jobs'
import { loadJob } from '../../services/job/loadJobs'
import { usualDefect, type Defect } from '../../../core/repair/defect/defect'
import type { RepairMethodKey } from '../../../core/repair/method/repairMethods'
import type { EyeFindForm } from '../../../shared/record/kinds/find'
import type { RunKind } from '../../../core/record/runKinds'
import type { RunForm } from '../../../shared/record/kinds/run'
import type { ApprovalStep } from '../../../shared/record/kinds/approval'
import { database } from '../client'
import { job, person } from '../schema'
import { append } from '../../services/record/append'

/** What is done in a demo's repair: after so many minutes, of which kind, with what. */
export type DemoAct = [minute: number, kind: RunKind, facts: Record<string, unknown>]

const HOUR = 3_600_000
export const DEMO_PASSWORD = 'skerry-reach'
/** What makes hashes of passwords, and compares. */
export interface Passwords {
  make: (password: string) => Promise<string>
  verify: (hash: string, password: string) => Promise<boolean>
}

/** Ids from names, so that the demo is the same each time it is loaded. */
export function demoId(name: string): string {
  const hex = [1, 2, 3, 4]
    .map(k =>
      seedOf(`${k} ${name} ${k * 7}`)
        .toString(16)
        .padStart(8, '0'),
    )
    .join('')
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-4${hex.slice(13, 16)}-a${hex.slice(17, 20)}-${hex.slice(20, 32)}`
}

export async function demoPerson(
  login: string,
  name: string,
  role: Role,
  now: Date,
  passwords: Passwords,
): Promise<(at: Date) => Actor> {
  const id = demoId(login)
  await database()
    .insert(person)
    .values({
      id,
      login,
      name,
      role,
      passwordHash: await passwords.make(DEMO_PASSWORD),
      preferences: defaultPreferences,
      createdAt: now,
    })
  return demoActor(login, role)
}

/** Somebody of the demo shop, acting at a moment. */
export type Finn = (at: Date) => Actor
export const demoActor =
  (login: string, role: Role): Finn =>
  at => ({ id: demoId(login), role, now: at, backdated: true })

export const mLmin = throughputFromStandard

/** A job of the demo and the verbs that move it on, each at its own moment. */
export async function demoJob(
  actor: (at: Date) => Actor,
  opened: Date,
  facts: Partial<NewJob> & Pick<NewJob, 'craftName' | 'craftKind' | 'tankName' | 'tankKind' | 'fuel'>,
  hiddenLeaks: { part: string; rate: number; law?: 'viscous' | 'orifice' }[],
  faults: Pick<HiddenTank, 'stuck' | 'sensorOffset' | 'unruliness' | 'senderDead'> = {},
) {
  const kind = tankKind(facts.tankKind)
  const id = demoId(facts.craftName + facts.tankName)
  let view: JobView = await openJob(actor(opened), {
    id,
    material: kind.material,
    capacity: kind.capacity,
    pressureLimit: kind.pressureLimit,
    limitSource: 'plate on the tank',
    acceptance: mLmin(kind.acceptance),
    fuelAcceptance: null,
    limitsReason: '',
    complaint: emptyComplaint(),
    craftBuilt: null,
    craftRegistration: '',
    work: 'leak',
    ...facts,
  })
  const partId = (name: string) => view.parts.find(part => part.name === name)!.id
  const hidden: HiddenTank = {
    seed: seedOf(id),
    leaks: hiddenLeaks.map(leak => ({
      partId: partId(leak.part),
      law: leak.law ?? 'viscous',
      rate: mLmin(leak.rate),
      referencePressure: kind.workingPressure,
    })),
    leftAfter: {},
    ...faults,
  }
  const keepHidden = () => database().update(job).set({ hiddenTank: hidden }).where(eq(job.id, id))
  await keepHidden()

  const readAll = (at: Date, act: WorkAct | null = null) =>
    append('cautions', actor(at), id, {
      id: demoId(`${id} cautions ${+at} ${act}`),
      cautions: cautions.map(caution => caution.key),
      act,
    })
  const hold = async (
    name: string,
    started: Date,
    minutes: number,
    form: Partial<HoldForm> = {},
    running = false,
  ): Promise<HoldView> => {
    await readAll(started, 'air or smoke')
    const holdId = demoId(`${id} hold ${name}`)
    await beginTest(actor(started), id, 'hold', {
      id: holdId,
      source: 'stand-in',
      method: 'pressure-decay',
      volume: view.capacity,
      wallGive: null,
      wallGiveDoubt: null,
      gaugeStick: null,
      volumeUncertainty: view.capacity * 0.02,
      testPressure: kind.workingPressure,
      gaugeStep: 10,
      gaugeNoise: 6,
      hasThermometer: true,
      hasBarometer: true,
      temperatureDoubt: 0.05,
      barometerDoubt: 10,
      rigLeak: mLmin(0.02),
      rigLeakDoubt: mLmin(0.01),
      closures: proposedClosures(liveParts(view)),
      links: holdingLinks(view.circuit),
      supply: 'hand pump',
      relief: null,
      earlyReason: '',
      scale: { kind: 'gauge' },
      kit: {},
      wettedShare: 0,
      bottle: null,
      course: 'plain',
      place: 'indoors',
      inside: 'aired',
      ...form,
    })
    const made = await loadHold(holdId)
    await stepHold(actor(started), made.id, 'settling')
    view = await loadJob(id)
    const tank = standInTank(standInFor(hidden, view, made, +started))
    await takeReadings(
      made.id,
      Array.from({ length: Math.floor(minutes * 12) + 1 }, (_, k) => tank.readAt(k * 5)),
      'stand-in',
    )
    const after = (part: number) => new Date(+started + part * 60_000)
    await stepHold(actor(after(Math.min(5, minutes / 2))), made.id, 'reading')
    if (!running) await stepHold(actor(after(minutes)), made.id, 'stopped')
    view = await loadJob(id)
    return made
  }

  const soap = async (
    name: string,
    started: Date,
    marks: Record<string, { mark: SoapMark; from?: number; to?: number; length?: number; note?: string; again?: number }>,
  ) => {
    await readAll(started, 'air or smoke')
    const soapId = demoId(`${id} soap ${name}`)
    view = await beginTest(actor(started), id, 'soap', {
      id: soapId,
      pressure: kind.workingPressure,
      closures: proposedClosures(liveParts(view)),
      links: holdingLinks(view.circuit),
      wettedShare: 0,
      relief: null,
      earlyReason: '',
    })
    let minute = 0
    for (const part of view.parts.filter(each => each.removedAt === null)) {
      const at = new Date(+started + ++minute * 45_000)
      const seen = marks[part.name] ?? { mark: 'dry' as const }
      await recordEntry(actor(new Date(+at - SOAP_WATCH_TIME * 1000)), soapId, 'watch', {
        id: demoId(`${soapId} watch ${part.id}`),
        partIds: [part.id],
      })
      if (seen.mark !== 'foams' && seen.mark !== 'bubbles')
        view = await recordEntry(actor(at), soapId, 'mark', { id: demoId(soapId + part.id), partId: part.id, mark: seen.mark })
      else {
        view = await addFind(actor(at), soapId, {
          id: demoId(`${soapId} find ${part.id}`),
          partId: part.id,
          seen: seen.mark,
          ...spanOfPart(part.shape, seen.from ?? 0.3, seen.to ?? 0.7),
          length: (seen.length ?? 10) / 1000,
          note: seen.note ?? '',
          leakId: seen.again ? view.leaks.find(leak => leak.number === seen.again)!.id : null,
        })
      }
    }
    view = await endTest(actor(new Date(+started + ++minute * 45_000)), soapId)
  }

  const repair = async (
    leakNumber: number,
    at: Date,
    form: Pick<RepairForm, 'method' | 'material'> & Partial<RepairForm>,
    left = 0,
  ) => {
    const repairId = demoId(`${id} repair ${leakNumber} ${+at - +opened}`)
    if (facts.craftKind === 'light aircraft') await approve(at, form.method, 'granted', 'maintenance manual, fuel system')
    view = await append('repair', actor(at), id, {
      id: repairId,
      leakIds: [view.leaks.find(leak => leak.number === leakNumber)!.id],
      partIds: [],
      batch: '',
      temperature: 291.15,
      cureTime: null,
      note: '',
      until: null,
      untilReason: '',
      notUsedUntil: '',
      ...form,
    })
    if (left > 0) {
      hidden.leftAfter![repairId] = left
      await keepHidden()
    }
  }
  const approve = async (at: Date, method: RepairMethodKey, step: ApprovalStep, reference = '') => {
    view = await append('approval', actor(at), id, {
      id: demoId(`${id} ${method} ${step} ${+at}`),
      method,
      step,
      reference,
      note: '',
    })
  }
  /** A leak that is seen by eye in the middle of a part, with its card. */
  const seen = async (at: Date, part: string, look: EyeFindForm['seen'], length: number, card?: Partial<Defect>) => {
    const its = view.parts.find(each => each.name === part)!
    const span = spanOfPart(its.shape, 0.48, 0.53)
    view = await append('find', actor(at), id, {
      id: demoId(`${id} seen ${part} ${+at}`),
      partId: its.id,
      ...span,
      length,
      seen: look,
      note: '',
      leakId: view.leaks.find(leak => leak.partId === its.id)?.id ?? null,
      photoId: null,
      cause: null,
    })
    const leakId = view.leaks.find(leak => leak.partId === its.id)!.id
    if (card) {
      const { before, inside, ...usual } = { ...usualDefect(its.family, view.material, length), ...card }
      const defect = { ...usual, before: [...before], inside: [...inside] }
      view = await append('card', actor(at), id, { id: demoId(`${id} card ${part}`), leakId, defect })
    }
    return leakId
  }
  /** A repair stage by stage: what was done, minutes after it was begun. */
  const run = async (
    begun: Date,
    form: Pick<RunForm, 'leakIds' | 'method' | 'material'> & Partial<RunForm>,
    acts: DemoAct[],
  ) => {
    const runId = demoId(`${id} run ${+begun}`)
    await readAll(begun)
    await readAll(begun, 'sealant or solvent')
    view = await append('run', actor(begun), id, {
      id: runId,
      partIds: [],
      sheetId: null,
      simulated: false,
      until: null,
      untilReason: '',
      notUsedUntil: '',
      ...form,
    })
    const usual = { reason: '', photoId: null, temperature: null, batch: '', taken: [] }
    for (const [k, [minute, kind, facts]] of acts.entries())
      view = await append(`run-${kind}`, actor(new Date(+begun + minute * 60_000)), id, {
        runId,
        id: demoId(`${runId} ${k}`),
        ago: 0,
        ...(kind === 'done' && usual),
        ...(kind === 'tick' && { item: null }),
        ...facts,
      } as never)
    return runId
  }
  /** A balloon that is still tied on: girths at hours since, of a tank that leaks so much, through a night. */
  const balloon = async (name: string, tied: Date, rate: number, hours: number[]) => {
    await readAll(tied, 'air or smoke')
    const balloonId = demoId(`${id} balloon ${name}`)
    view = await beginTest(actor(tied), id, 'balloon', {
      id: balloonId,
      volume: view.capacity,
      volumeUncertainty: view.capacity * 0.03,
      pressure: BALLOON_PRESSURE,
      girthUncertainty: 0.002,
      hasThermometer: true,
      hasBarometer: true,
      closures: proposedClosures(liveParts(view)),
      links: holdingLinks(view.circuit),
      wettedShare: 0,
      earlyReason: '',
    })
    const blown = 0.0048,
      start = { temperature: 290.6, pressure: 101_150 + BALLOON_PRESSURE }
    for (const [k, hour] of hours.entries()) {
      const temperature = start.temperature - 3.5 * Math.sin(Math.min(1, hour / 16) * Math.PI),
        barometer = 101_150 + 18 * hour
      const lost = (leak: number) => (mLmin(leak) * hour * 3600) / start.pressure
      const volumeOf = (trapped: number, leak: number) =>
        ((((trapped - lost(leak)) * temperature) / start.temperature) * start.pressure) / (barometer + BALLOON_PRESSURE)
      const measured = (volume: number, channel: number) =>
        Math.round((balloonGirth(volume) + 0.0015 * normalAt(seedOf(balloonId), channel, k)) * 1000) / 1000
      view = await recordEntry(actor(new Date(+tied + hour * HOUR)), balloonId, 'girth', {
        id: demoId(`${balloonId} ${hour}`),
        girth: measured(volumeOf(view.capacity + blown, rate + 0.12) - view.capacity, 0),
        controlGirth: measured(volumeOf(blown, 0.12), 1),
        temperature: Math.round(temperature * 10) / 10,
        barometer: Math.round(barometer / 10) * 10,
      })
    }
  }
  /** Answers to checks, one a minute. */
  const answer = async (from: Date, answers: Partial<Record<CheckKey, string>>) => {
    let minute = 0
    for (const [check, outcome] of Object.entries(answers) as [CheckKey, string][])
      view = await append('answer', actor(new Date(+from + ++minute * 60_000)), id, {
        id: demoId(`${id} ${check}`),
        check,
        outcome,
        note: '',
        after: null,
      })
  }
  const outcome = async (at: Date, cause: CauseKey, part: string) => {
    view = await append('outcome', actor(at), id, { id: demoId(`${id} was ${cause} ${part}`), cause, partId: partId(part) })
  }
  const purchase = async (
    at: Date,
    form: Omit<PurchaseForm, 'id' | 'fixing' | 'leadDays'>,
    steps: Partial<Record<PurchaseStep, string>> = {},
  ) => {
    const purchaseId = demoId(`${id} get ${form.name}`)
    view = await append('purchase', actor(at), id, { id: purchaseId, fixing: null, leadDays: null, ...form })
    let minute = 0
    for (const [step, note] of Object.entries(steps) as [PurchaseStep, string][])
      view = await append('purchase-step', actor(new Date(+at + ++minute * 60_000)), id, {
        purchaseId,
        id: demoId(`${purchaseId} ${step}`),
        step,
        note,
      })
  }
  return { id, hold, soap, repair, balloon, answer, outcome, purchase, approve, seen, run, view: () => view }
}
