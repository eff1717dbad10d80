import { aluminiumBelly } from './kinds/aluminiumBelly'
import { carburetted } from './kinds/carburetted'
import { dieselStandpipe } from './kinds/dieselStandpipe'
import { injectedSteel } from './kinds/injectedSteel'
import { linedCell } from './kinds/linedCell'
import { moulded } from './kinds/moulded'
import { mouldedDiesel } from './kinds/mouldedDiesel'
import { mouldedTwin } from './kinds/mouldedTwin'
import { portable } from './kinds/portable'
import { rivetedBay } from './kinds/rivetedBay'
import { saddleSteel } from './kinds/saddleSteel'
import { smallMoulded } from './kinds/smallMoulded'
import { smallSteel } from './kinds/smallSteel'
import type { TankKind } from './kinds/tankKind'
import { twin } from './kinds/twin'
import { known } from '../knowledge/known'
import { testPressuresOf } from './testPressures'

export { USUAL as USUAL_LIMIT_SOURCE } from './kinds/build'
export {
  craftKinds,
  tankMaterials,
  tankShapes,
  type CraftKind,
  type TankKind,
  type TankMaterial,
  type TankShape,
} from './kinds/tankKind'

const rows = [
  smallSteel,
  smallMoulded,
  carburetted,
  injectedSteel,
  moulded,
  mouldedTwin,
  mouldedDiesel,
  dieselStandpipe,
  twin,
  aluminiumBelly,
  rivetedBay,
  saddleSteel,
  portable,
  linedCell,
].map(kind => ({ ...kind, source: 'usual test limits' as const }))

/**
 * The archetypes to start from, each with its map, its circuit and its parts; a limit is never above what is usual for its
 * class.
 */
export const tankKinds: readonly TankKind[] = known(
  'Tank kinds',
  rows,
  row => row.key,
  ({ pressures, workingPressure, pressureLimit, acceptance, capacity, wallGivePerKPa }) => {
    const usual = testPressuresOf(pressures)
    return {
      workingPressure: [workingPressure, usual.from, usual.to],
      pressureLimit: [pressureLimit, workingPressure, usual.neverAbove],
      acceptance: [acceptance, 0.05, 20],
      capacity: [capacity, 0.002, 2],
      wallGivePerKPa: [wallGivePerKPa, 0, 0.02],
    }
  },
)

/** The tank kind with a key. @throws Error when there is none */
export function tankKind(key: string): TankKind {
  const found = tankKinds.find(kind => kind.key === key)
  if (!found) throw new Error(`There is no tank kind “${key}”.`)
  return found
}
