import { spaceFromCheck, VolumeCheckError, volumeFromPush } from '../../../../core/gas/volumeCheck'
import { outOfOrder } from '../../../../core/hold/bracket/stretches'
import { gaugeSpread } from '../../../../core/hold/gaugeSpread'
import type { HoldSetup } from '../../../../core/hold/holdSetup'
import { verdictOf } from '../../../../core/hold/belief/verdict'
import { holdTimeAt, withSpeed } from '../../../../shared/leaktest/hold/holdClock'
import { fuelProblem, gasVolumeProblem, pushProblem } from '../../../../shared/leaktest/hold/gasVolume'
import { holdBlowsIn, setupOfForm } from '../../../../shared/leaktest/hold/holdDraft'
import type { HoldForm, MarkForm, VolumeCheckForm } from '../../../../shared/leaktest/hold/holdForm'
import type { HoldView, VolumeCheckView } from '../../../../shared/leaktest/hold/holdView'
import { inLitres } from '../../../../shared/limits'
import { isSimulated } from '../../../../shared/jobEntries'
import type { JobView } from '../../../../shared/views'
import type { HoldMark, KeptSetup, VolumeCheckEntry } from '../../../db/schema/testFacts'
import { mustFitKit } from '../../shelf/kit'
import { refuseField, Refusal } from '../../ground/refusal'
import { changeFacts } from '../testRows'
import type { EntryCall, TestService } from '../testService'
import { marksIn } from './holdMarks'
import { holdSetupOf, holdState, type HoldRow } from './holdSetup'
import { estimateOf, forgetLive } from './liveHolds'
import { weatherOfOthers } from './weatherOfOthers'

/** Pressure and method are kept with the test itself, the limit with the job. */
function keptSetup(form: HoldForm, tank: JobView): KeptSetup {
  const { testPressure: _, method: __, limit: ___, strictest: ____, ...kept } = setupOfForm(form, tank)
  return kept
}

const markVerbs: Record<MarkForm['kind'], string> = {
  'knock': 'a knock',
  'top-up': 'a top-up',
  'push': 'a push',
  'closed at room pressure': 'it closed at room pressure',
  'moving gas': 'gas on its way',
  'pumped': 'it pumped up',
  'vented and closed': 'it vented and closed',
}

/** A pressure or vacuum hold. Its readings have a table of their own; what they say is computed when it stops, and held against the job's limit of today. */
export const holdService: TestService<'hold'> = {
  verbs: { begin: 'set up a hold', end: 'stopped the hold' },
  ended: 'This hold is not running. Marks and volume checks go on a running hold.',
  pressure: { field: 'testPressure', of: form => form.testPressure },
  // They are read when air goes in, which may be by somebody else.
  cautions: null,
  blowsIn: holdBlowsIn,
  // A phone in a simulated job may look at the simulated tank’s own dial.
  onStandIn: ({ source }, tank) => source === 'stand-in' || (source === 'camera' && isSimulated(tank)),
  async facts(form, tank, tx) {
    await mustFitKit(tx, form, tank)
    const other = fuelProblem(tank, form)
    if (other) throw refuseField('wettedShare', other)
    const wrong = gasVolumeProblem(tank, form, inLitres)
    if (wrong) throw refuseField('volume', wrong)
    const { source, course, hasThermometer, hasBarometer, scale, kit } = form
    return {
      source,
      course,
      setup: keptSetup(form, tank),
      hasThermometer,
      hasBarometer,
      scale,
      kit,
      supply: holdBlowsIn(form) ? form.supply : null,
      clock: null,
      settledAt: null,
      estimate: null,
      noEstimate: null,
    }
  },
  entries: {
    mark: {
      verb: (form: MarkForm) => `marked ${markVerbs[form.kind]}`,
      record: ({ row, now, form, test }: Omit<EntryCall<'hold'>, 'form'> & { form: MarkForm }): HoldMark => {
        const wrong = outOfOrder((test as HoldView).marks, form.kind)
        if (wrong) throw new Refusal(409, wrong)
        return { kind: form.kind, t: holdTimeAt(row.facts.clock!, +now), amount: form.amount ?? null }
      },
    },
    volume: {
      verb: () => 'checked the volume',
      record({ row, tank, test, form }: Omit<EntryCall<'hold'>, 'form'> & { form: VolumeCheckForm }) {
        const { entry, measured } = checkedVolume(row, form)
        const wrong = pushProblem(tank, test as HoldView, measured, inLitres)
        if (wrong) throw refuseField('after', wrong)
        return entry
      },
      async after({ tx, row, tank, form }: Omit<EntryCall<'hold'>, 'form'> & { form: VolumeCheckForm }) {
        if (!form.use) return
        const { measured } = checkedVolume(row, form)
        const known = { volume: row.facts.setup.space.volume, uncertainty: row.facts.setup.volumeUncertainty }
        const space = spaceFromCheck(measured, known, tank.wallGive > 0, (form.before + form.after) / 2, form.barometer)
        await changeFacts<'hold'>(tx, row, { setup: { ...row.facts.setup, ...space } })
        forgetLive(row.id)
      },
    },
  },
  async end(tx, row, now) {
    const { estimate, noEstimate } = await estimateOf(tx, row)
    forgetLive(row.id)
    const clock = row.facts.clock && withSpeed(row.facts.clock, 0, +now)
    const weatherDiffers = await weatherOfOthers(tx, row, now)
    return { estimate, noEstimate, clock, ...(weatherDiffers && { weatherDiffers }) }
  },
  view(row, entries, common, { name, job }): HoldView {
    const setup = holdSetupOf(row, job)
    const { estimate } = row.facts
    return {
      ...common,
      ...row.facts,
      course: row.facts.course ?? 'plain',
      estimate: estimate && { ...estimate, verdict: verdictOf(estimate, setup.limit, setup.strictest) },
      setup,
      state: holdState(row),
      marks: marksIn(entries),
      volumeChecks: entries.flatMap(({ id, at, personId, entry }) =>
        entry.kind === 'volume check' ? [volumeCheckView(id, entry, setup, name(personId), +at)] : [],
      ),
    }
  },
}

/** @throws Refusal 422 when a push tells no volume */
function checkedVolume(row: HoldRow, { pushed, pushedUncertainty, before, after, barometer, use }: VolumeCheckForm) {
  try {
    const measured = volumeFromPush({
      pushed,
      pushedUncertainty,
      before,
      after,
      gaugeSpread: gaugeSpread(row.facts.setup.gauge),
      ...(barometer !== undefined && { barometer }),
    })
    const entry: VolumeCheckEntry = {
      kind: 'volume check',
      pushed,
      pushedUncertainty,
      before,
      after,
      barometer: barometer ?? null,
      used: use,
    }
    return { measured, entry }
  } catch (error) {
    if (error instanceof VolumeCheckError) throw refuseField('after', error.message)
    throw error
  }
}

/** A volume check with what it says of the tank. */
function volumeCheckView(
  id: string,
  { pushed, pushedUncertainty, before, after, barometer, used }: VolumeCheckEntry,
  setup: HoldSetup,
  by: string,
  at: number,
): VolumeCheckView {
  const measured = () => {
    try {
      return volumeFromPush({
        pushed,
        pushedUncertainty,
        before,
        after,
        gaugeSpread: gaugeSpread(setup.gauge),
        ...(barometer !== null && { barometer }),
      })
    } catch (error) {
      if (error instanceof VolumeCheckError) return { effective: NaN, uncertainty: NaN }
      throw error
    }
  }
  return { id, pushed, before, after, used, ...measured(), by, at }
}
