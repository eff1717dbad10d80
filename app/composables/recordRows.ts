import { repairMaterial } from '#core/repair/repairMaterials'
import { repairMethodName } from '#core/repair/repairMethods'
import { causeOf } from '#core/complaint/causes'
import { isSmokeFind } from '#core/leaktest/smoke/smoke'
import { isFind } from '#core/leaktest/soap/soap'
import type { Ledger } from '#core/ledger/deriveLedger'
import { latestFind } from '#shared/jobEntries'
import { smokeOn } from '#shared/situation'
import type { Relief } from '#shared/schemas/setup'
import type { JobView } from '#shared/views'
import { lowerFirst } from './lowerFirst'
import type { QuantityKind } from './quantityKinds'
import { clockText } from './times'

/** A job's rows as its record prints them; quantities as text in the reader's units. */
export function recordRows(job: JobView, ledger: Ledger, now: number, short: (kind: QuantityKind, si: number, significant?: number) => string) {
  const partName = (partId: string) => job.parts.find(part => part.id === partId)?.name ?? 'a part'
  const leakNumber = (leakId: string) => job.leaks.find(leak => leak.id === leakId)?.number ?? 0
  const noted = (text: string, note: string) => (note ? `${text}. ${note}` : text)

  const found = ledger.leaks.flatMap(({ id, state }) => {
    const find = latestFind(job.finds, id)
    const leak = job.leaks.find(each => each.id === id)
    return find && leak ? [{ id, number: leak.number, part: partName(leak.partId), showed: noted(find.seen, find.note), length: short('length', find.length, 2), by: `${clockText(find.at, now)}, ${find.by}`, state }] : []
  })
  const repairs = job.repairs.map(each => {
    const cures = each.material !== 'none'
    const material = cures ? [repairMaterial(each.material).name, each.batch].filter(Boolean).join(', ') : '–'
    return {
      id: each.id, at: each.at, what: `Leak ${leakNumber(each.leakId)}`, done: noted(repairMethodName(each.method), each.note), material,
      cured: cures ? `${clockText(each.curedAt, now)} at ${short('temperature', each.temperature)}` : '–', by: each.by, struck: each.struck,
    }
  })
  const touches = job.touches.map(each => ({ id: each.id, at: each.at, what: each.partIds.map(partName).join(', '), done: noted(each.kind, each.note), material: '–', cured: '–', by: each.by, struck: each.struck }))

  const withRelief = (pressure: number, relief: Relief | null) => `${short('pressure', pressure)}${relief ? `, ${relief.kind} at ${short('pressure', relief.opensAt)}` : ''}`
  const holds = job.holds.filter(each => each.state === 'stopped').map(({ id, number, stoppedAt, createdAt, setup, estimate, noEstimate, source, by, relief, earlyReason, struck }) => ({
    id, name: `Hold ${number}`, when: clockText(stoppedAt ?? createdAt, now), pressure: withRelief(setup.testPressure, relief), estimate, noEstimate, earlyReason, struck,
    by: source === 'stand-in' ? `${by} (simulated tank)` : by,
  }))
  const balloons = job.balloons.filter(each => each.stoppedAt !== null).map(({ id, number, stoppedAt, setup, estimate, noEstimate, by, earlyReason, struck }) => ({
    id, name: `Balloon ${number}`, when: clockText(stoppedAt!, now), pressure: short('pressure', setup.pressure), estimate, noEstimate, earlyReason, struck, by,
  }))
  const soaps = job.soaps.map(({ id, number, stoppedAt, startedAt, pressure, by, marks, relief, earlyReason, struck }) => {
    const parts = (wanted: (mark: (typeof marks)[number]) => boolean) => marks.filter(wanted).map(mark => lowerFirst(partName(mark.partId))).join(', ') || 'nothing'
    return {
      id, earlyReason, struck,
      text: `Soap ${number}, ${clockText(stoppedAt ?? startedAt, now)}, at ${withRelief(pressure, relief)}, ${by}: dry on ${parts(mark => mark.mark === 'dry')}; found on ${parts(mark => isFind(mark.mark))}.`,
    }
  })
  const smokes = job.smokes.filter(each => each.stoppedAt !== null).map(smoke => {
    const where = smokeOn(job, smoke)
    const parts = (found: boolean) => where.marks.filter(mark => isSmokeFind(mark.mark) === found).map(mark => lowerFirst(partName(mark.partId))).join(', ') || 'nothing'
    return {
      id: smoke.id, earlyReason: smoke.earlyReason, struck: smoke.struck,
      text: `Smoke ${smoke.number}, ${clockText(smoke.stoppedAt!, now)}, at ${withRelief(smoke.setup.pressure, smoke.relief)}, ${smoke.by}${smoke.simulated ? ' (simulated)' : ''}: seen to arrive, clear on ${parts(false)}; found on ${parts(true)}.`,
    }
  })
  const struck = [
    ...job.smokes.map(each => ({ name: `Smoke ${each.number}`, struck: each.struck })),
    ...job.holds.map(each => ({ name: `Hold ${each.number}`, struck: each.struck })),
    ...job.balloons.map(each => ({ name: `Balloon ${each.number}`, struck: each.struck })),
    ...job.soaps.map(each => ({ name: `Soap ${each.number}`, struck: each.struck })),
    ...job.finds.map(each => ({ name: `A find of leak ${leakNumber(each.leakId)}`, struck: each.struck })),
    ...job.repairs.map(each => ({ name: `A repair of leak ${leakNumber(each.leakId)}`, struck: each.struck })),
    ...job.touches.map(each => ({ name: 'A disturbance', struck: each.struck })),
  ].filter(each => each.struck)
  return { found, done: [...repairs, ...touches].sort((a, b) => a.at - b.at), measured: [...holds, ...balloons], looked: [...soaps, ...smokes], was: job.outcomes.filter(each => !each.struck).map(each => `${lowerFirst(causeOf(each.cause).name)}${each.partId ? ` (${lowerFirst(partName(each.partId))})` : ''}`).join(', '), struck, missing: ledger.missing.map(partId => lowerFirst(partName(partId))) }
}
