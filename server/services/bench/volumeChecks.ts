import { eq } from 'drizzle-orm'
import { spaceFromCheck, VolumeCheckError, volumeFromPush } from '../../../core/gas/volumeCheck'
import type { VolumeCheckForm } from '../../../shared/schemas/hold'
import type { BenchHold } from '../../../shared/views'
import { hold, volumeCheck } from '../../db/schema'
import { change, type Actor } from '../shop/change'
import { loadHold } from './holds'
import { loadJob } from '../job/jobs'
import { forgetLive } from './liveHolds'
import { Refusal, refuseField } from '../shop/refusal'
import { gaugeSpread } from './volumeCheckView'

/**
 * Keeps a volume check of a hold, and lets the hold use what it says if told to. A repeated id is the same check.
 * @throws Refusal 422 when it tells nothing, 409 once the hold was stopped
 */
export async function checkVolume(actor: Actor, id: string, form: VolumeCheckForm): Promise<BenchHold> {
  const before = await loadHold(id)
  await change(actor, { verb: 'checked the volume', jobId: before.jobId, subjectId: id, detail: { hold: before.number, used: form.use } }, async (tx, now) => {
    const [row] = await tx.select().from(hold).where(eq(hold.id, id))
    if (row!.state === 'stopped') throw new Refusal(409, 'This hold has been stopped; its verdict stands on the volume it had. Check the volume in the next one.')
    const { use, barometer, ...pushed } = form
    const check = { ...pushed, gaugeSpread: gaugeSpread(row!.setup.gauge), ...(barometer !== undefined && { barometer }) }
    let measured
    try {
      measured = volumeFromPush(check)
    }
    catch (error) {
      if (error instanceof VolumeCheckError) throw refuseField('after', error.message)
      throw error
    }
    const [made] = await tx.insert(volumeCheck).values({ ...pushed, barometer: barometer ?? null, holdId: id, used: use, personId: actor.id, at: now }).onConflictDoNothing().returning({ id: volumeCheck.id })
    if (!made || !use) return made ?? null
    const tank = await loadJob(row!.jobId, tx)
    const known = { volume: row!.setup.space.volume, uncertainty: row!.setup.volumeUncertainty }
    await tx.update(hold).set({ setup: { ...row!.setup, ...spaceFromCheck(measured, known, tank.wallGive > 0, (form.before + form.after) / 2, barometer) } }).where(eq(hold.id, id))
    forgetLive(id)
    return made
  })
  return loadHold(id)
}
