import { HoldError } from '../../../../core/hold/holdSetup'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '../../../../core/hold/unseenChange'
import { estimateBalloon, type BalloonSetup, type GirthReading } from '../../../../core/leaktest/balloon/balloon'
import { testName } from '../../../../core/leaktest/testKinds'
import { systemLimit } from '../../../../shared/ledgerParts'
import type { GirthForm } from '../../../../shared/leaktest/balloon/balloonForm'
import { strictestLimit } from '../../../../shared/leaktest/limitsReached'
import type { BalloonView, GirthView } from '../../../../shared/leaktest/balloon/balloonView'
import { hangBell } from '../../bells/bells'
import { refuseField } from '../../ground/refusal'
import type { EntryCall, TestService } from '../testService'

/** Instruments read over hours drift more than over minutes: K and Pa, one standard deviation. */
const SEEN = { temperature: 0.2, barometer: 30 }
/** Of hours that nobody measured: K and Pa, one standard deviation. */
const UNSEEN = { temperature: 10 * UNSEEN_TEMPERATURE_CHANGE, barometer: 10 * UNSEEN_BAROMETER_CHANGE }

type GirthCall = Omit<EntryCall<'balloon'>, 'form'> & { form: GirthForm }

/** A balloon over an opening, measured round now and then. What it says is derived from its girths. */
export const balloonService: TestService<'balloon'> = {
  verbs: { begin: 'tied a balloon', end: 'took the balloon off' },
  ended: 'This balloon was taken off. Tie another.',
  pressure: { field: 'pressure', of: form => form.pressure },
  cautions: () => ({ act: 'air or smoke', what: 'air' }),
  // The rubber gives way before a tank does.
  blowsIn: () => false,
  onStandIn: () => false,
  facts: ({ volume, volumeUncertainty, girthUncertainty, hasThermometer, hasBarometer }) => ({
    setup: {
      volume,
      volumeUncertainty,
      girthUncertainty,
      temperatureChangeUncertainty: hasThermometer ? SEEN.temperature : UNSEEN.temperature,
      barometerChangeUncertainty: hasBarometer ? SEEN.barometer : UNSEEN.barometer,
    },
  }),
  entries: {
    girth: {
      verb: () => 'typed a girth',
      record({ test, form }: GirthCall) {
        const first = test.girths[0]
        if (first && form.girth > 2 * first.girth)
          throw refuseField('girth', `The first girth was ${Math.round(first.girth * 1000)} mm. Check the unit.`)
        const { girth, girthDoubt = null, controlGirth = null, temperature = null, barometer = null } = form
        return { kind: 'girth', girth, girthDoubt, controlGirth, temperature, barometer }
      },
      after: hangGirthBell,
    },
  },
  view(row, entries, common, { name, job }): BalloonView {
    const girths = entries.map(({ id, at, personId, entry: { kind: _, ...girth } }): GirthView => ({
      ...girth,
      girthDoubt: girth.girthDoubt ?? null,
      id,
      at: +at,
      t: (+at - +row.startedAt) / 1000,
      by: name(personId),
    }))
    const strictest = strictestLimit(job, { ...row, startedAt: +row.startedAt })
    const setup = {
      ...row.facts.setup,
      pressure: row.pressure,
      limit: systemLimit(job),
      ...(strictest !== undefined && { strictest }),
    }
    return { ...common, setup, girths, ...amountsTo(setup, girths) }
  },
}

function amountsTo(setup: BalloonSetup, girths: readonly GirthView[]): Pick<BalloonView, 'estimate' | 'noEstimate'> {
  const readings = girths.map(({ t, girth, girthDoubt, controlGirth, temperature, barometer }): GirthReading => ({
    t,
    girth,
    ...(girthDoubt !== null && { girthUncertainty: girthDoubt }),
    ...(controlGirth !== null && { controlGirth }),
    ...(temperature !== null && { temperature }),
    ...(barometer !== null && { barometer }),
  }))
  // An instrument that was promised and not read leaves the whole change of hours unseen, which is more than that of minutes.
  const doubt = (channel: 'temperature' | 'barometer', promised: number) =>
    girths.filter(each => each[channel] !== null).length < 2 ? Math.max(promised, UNSEEN[channel]) : promised
  try {
    return {
      noEstimate: null,
      estimate: estimateBalloon(
        {
          ...setup,
          temperatureChangeUncertainty: doubt('temperature', setup.temperatureChangeUncertainty),
          barometerChangeUncertainty: doubt('barometer', setup.barometerChangeUncertainty),
        },
        readings,
      ),
    }
  } catch (error) {
    if (error instanceof HoldError) return { estimate: null, noEstimate: error.message }
    throw error
  }
}

const FIRST_LOOK = 2 * 3600_000
const LONGEST = 8 * 3600_000

/** When the next girth is due: when it is likely to decide, and in no case later than a night's rest on. */
async function hangGirthBell({ tx, tank, row, now, reload }: EntryCall<'balloon'>): Promise<void> {
  const { estimate } = await reload()
  const decided = estimate !== null && estimate.verdict !== 'cannot-tell'
  const wait = estimate?.minutesMore ? Math.min(LONGEST, estimate.minutesMore * 60_000) : FIRST_LOOK
  await hangBell(tx, {
    jobId: tank.id,
    kind: 'balloon',
    subjectId: row.id,
    title: `${testName(row)}, ${tank.craft.name}`,
    detail: decided ? `decided: ${estimate.verdict}. Take it off, or go on` : 'type its girth again',
    dueAt: decided ? now : new Date(+now + wait),
  })
}
