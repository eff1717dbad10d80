import { VolumeCheckError, volumeFromPush } from '../../../core/gas/volumeCheck'
import type { HoldSetup } from '../../../core/hold/hold'
import type { VolumeCheckView } from '../../../shared/views'
import type { volumeCheck } from '../../db/schema'

/** Standard deviation of one reading of a gauge, its step as noise, Pa. */
export const gaugeSpread = ({ noise, resolution }: HoldSetup['gauge']) => Math.sqrt(noise * noise + resolution * resolution / 12)

/** A volume check with what it says of the tank. */
export function volumeCheckView(row: typeof volumeCheck.$inferSelect, setup: HoldSetup, by: string): VolumeCheckView {
  const { id, pushed, before, after, used } = row
  const measured = () => {
    try {
      return volumeFromPush({ pushed, pushedUncertainty: row.pushedUncertainty, before, after, gaugeSpread: gaugeSpread(setup.gauge), ...(row.barometer !== null && { barometer: row.barometer }) })
    }
    catch (error) {
      if (error instanceof VolumeCheckError) return { effective: NaN, uncertainty: NaN }
      throw error
    }
  }
  return { id, pushed, before, after, used, ...measured(), by, at: +row.at }
}
