import { viscousDrive } from '../../gas/viscousFlow'
import { STANDARD_PRESSURE, throughputFromStandard } from '../../quantity/standardLeakRate'
import type { HoldSetup } from '../../hold/holdSetup'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '../../hold/unseenChange'

/** What a dead-ended rig is held to: less than this hardly shows on any tank, Pa·m3/s. */
export const RIG_LIMIT = throughputFromStandard(0.05)
/** Relative doubt in a rig's own volume, which is hoses and a gauge. */
const RIG_VOLUME_DOUBT = 0.15

/**
 * The set-up of a hold on a dead-ended rig.
 * @param volume of its hoses and gauge, m3
 * @param pressure at which it is checked, gauge, Pa
 */
export const rigCheckSetup = (volume: number, pressure: number, gauge: HoldSetup['gauge']): HoldSetup => ({
  method: pressure < 0 ? 'vacuum-decay' : 'pressure-decay',
  space: { volume, wallGive: 0 },
  volumeUncertainty: volume * RIG_VOLUME_DOUBT,
  wallGiveUncertainty: 0,
  gauge,
  temperatureChangeUncertainty: UNSEEN_TEMPERATURE_CHANGE,
  barometerChangeUncertainty: UNSEEN_BAROMETER_CHANGE,
  testPressure: pressure,
  limit: RIG_LIMIT,
  rigLeak: 0,
  rigLeakUncertainty: 0,
})

/**
 * A rig's leak at another pressure than it was checked at: its joints leak as seals do, in the viscous way.
 * @param leak and its uncertainty, Pa·m3/s, at `checkedAt` (gauge, Pa)
 */
export function rigLeakAt(
  { leak, uncertainty, checkedAt }: { leak: number; uncertainty: number; checkedAt: number },
  pressure: number,
): { leak: number; uncertainty: number } {
  const drive = (gauge: number) => Math.abs(viscousDrive(STANDARD_PRESSURE + gauge, STANDARD_PRESSURE))
  const factor = drive(pressure) / drive(checkedAt)
  return { leak: leak * factor, uncertainty: uncertainty * factor }
}
