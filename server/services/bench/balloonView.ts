import { estimateBalloon, type GirthReading } from '../../../core/leaktest/balloon/balloon'
import { HoldError } from '../../../core/hold/hold'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '../../../core/hold/unseenChange'
import type { BalloonView, GirthView } from '../../../shared/views'
import type { balloon, girth } from '../../db/schema'

/** A balloon with its girths and what they amount to. @param name of a person by id */
export function balloonView(row: typeof balloon.$inferSelect, rows: (typeof girth.$inferSelect)[], name: (id: string) => string, struck: string | null): BalloonView {
  const girths = rows.map(({ personId, balloonId: _, at, ...each }): GirthView => ({ ...each, at: +at, t: (+at - +row.startedAt) / 1000, by: name(personId) }))
  const { startedBy, jobId: _, startedAt, stoppedAt, ...rest } = row
  return { ...rest, by: name(startedBy), startedAt: +startedAt, stoppedAt: stoppedAt && +stoppedAt, girths, struck, ...amountsTo(row.setup, girths) }
}

function amountsTo(setup: BalloonView['setup'], girths: GirthView[]): Pick<BalloonView, 'estimate' | 'noEstimate'> {
  const readings = girths.map(({ t, girth, controlGirth, temperature, barometer }): GirthReading => ({
    t, girth, ...(controlGirth !== null && { controlGirth }), ...(temperature !== null && { temperature }), ...(barometer !== null && { barometer }),
  }))
  const unread = (channel: 'temperature' | 'barometer') => girths.filter(each => each[channel] !== null).length < 2
  try {
    // An instrument that was promised and not read leaves the whole change of hours unseen, which is more than that of minutes.
    return {
      noEstimate: null,
      estimate: estimateBalloon({
        ...setup,
        temperatureChangeUncertainty: unread('temperature') ? Math.max(setup.temperatureChangeUncertainty, 10 * UNSEEN_TEMPERATURE_CHANGE) : setup.temperatureChangeUncertainty,
        barometerChangeUncertainty: unread('barometer') ? Math.max(setup.barometerChangeUncertainty, 10 * UNSEEN_BAROMETER_CHANGE) : setup.barometerChangeUncertainty,
      }, readings),
    }
  }
  catch (error) {
    if (error instanceof HoldError) return { estimate: null, noEstimate: error.message }
    throw error
  }
}
