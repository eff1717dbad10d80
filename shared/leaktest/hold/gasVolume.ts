import { reachOn } from '../../jobCircuit'
import { wettedNow } from '../../safety'
import type { JobView } from '../../views'
import type { MeasuredVolume } from '../../../core/gas/volumeCheck'
import type { HoldForm } from './holdForm'
import type { HoldView } from './holdView'

/** Shares of what a tank has room for between which a gas volume is believed: capacities are of usable fuel, and lines come on top. */
const BELIEVED = { least: 0.7, most: 1.4 }
/** Room of lines, a canister, a rig, m3. */
const LINES = 0.003

/**
 * The gas that a hold should have in it by what the tank holds and how full it is, m3; null where that says nothing: only a line is under
 * test, or one of several tanks.
 */
export function expectedGas(
  job: JobView,
  { closures, links, testPressure, wettedShare }: Pick<HoldForm, 'closures' | 'links' | 'testPressure' | 'wettedShare'>,
): number | null {
  const tanks = job.circuit.spaces.filter(space => space.kind === 'tank')
  const { spaces } = reachOn(job, { closures, links, pressure: testPressure || 1 })
  return tanks.every(tank => spaces.has(tank.id)) ? job.capacity * (1 - wettedShare) : null
}

/**
 * Why a gas volume that was typed cannot be, or null: a digit too few makes a leak look as much smaller as the volume is.
 * @param show writes a volume in the reader's unit
 */
export function gasVolumeProblem(
  job: JobView,
  form: Pick<HoldForm, 'closures' | 'links' | 'testPressure' | 'wettedShare' | 'volume'>,
  show: (cubicMetres: number) => string,
): string | null {
  const expected = expectedGas(job, form)
  if (expected === null || !(expected > 0)) return null
  if (form.volume >= BELIEVED.least * expected && form.volume <= BELIEVED.most * expected + LINES) return null
  const inside = form.wettedShare > 0 ? `${Math.round(form.wettedShare * 100)} % of it is fuel` : 'no fuel is in it'
  return `${show(form.volume)} of gas does not fit: the tank holds ${show(job.capacity)} and ${inside}, so about ${show(expected)}. Type that, or correct what the tank holds.`
}

/**
 * Why a push of air cannot have told what it tells, or null. Walls that give make it tell more than there is room for, nothing less.
 * @param show writes a volume in the reader's unit
 */
export function pushProblem(
  job: JobView,
  hold: Pick<HoldView, 'closures' | 'links' | 'pressure' | 'wettedShare'>,
  { effective, uncertainty }: MeasuredVolume,
  show: (cubicMetres: number) => string,
): string | null {
  const expected = expectedGas(job, { ...hold, testPressure: hold.pressure, wettedShare: hold.wettedShare ?? 0 })
  if (expected === null || !(expected > 0)) return null
  const most = job.wallGive > 0 ? Infinity : BELIEVED.most * expected + LINES
  const least = BELIEVED.least * expected
  if (effective + SURE * uncertainty >= least && effective - SURE * uncertainty <= most) return null
  return `That tells ${show(effective)} of gas, and about ${show(expected)} are in this tank. See whether the strokes, the gauge and the unit are right, and push again.`
}
/** Standard uncertainties within which a push may miss. */
const SURE = 2

/** Shares of the capacity by which two people may differ who say how much fuel is in it. */
const SAME_SHARE = 0.1

/** Why the fuel that a hold is told of cannot be, or null: Make safe has another amount in the tank. */
export function fuelProblem(job: JobView, { wettedShare }: Pick<HoldForm, 'wettedShare'>): string | null {
  const known = wettedNow(job)
  if (!Number.isFinite(known) || Math.abs(known - wettedShare) <= SAME_SHARE) return null
  const percent = (share: number) => `${Math.round(share * 100)} %`
  return `Make safe has the tank ${percent(known)} full, and here it is ${percent(wettedShare)}. Say the same here, or correct what is in it there.`
}
