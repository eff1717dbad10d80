import { aluminiumBelly } from './kinds/aluminiumBelly'
import { carburetted } from './kinds/carburetted'
import { linedCell } from './kinds/linedCell'
import { moulded } from './kinds/moulded'
import { portable } from './kinds/portable'
import { rivetedBay } from './kinds/rivetedBay'
import { saddleSteel } from './kinds/saddleSteel'
import { smallSteel } from './kinds/smallSteel'
import type { TankKind } from './kinds/tankKind'
import { twin } from './kinds/twin'

export { USUAL as USUAL_LIMIT_SOURCE } from './kinds/build'
export { craftKinds, tankMaterials, tankShapes, type CraftKind, type TankKind, type TankMaterial, type TankShape } from './kinds/tankKind'

/** The archetypes to start from, each with its map, its circuit and its parts. */
export const tankKinds: readonly TankKind[] = [smallSteel, carburetted, moulded, twin, aluminiumBelly, rivetedBay, saddleSteel, portable, linedCell]

/** The tank kind with a key. @throws Error when there is none */
export function tankKind(key: string): TankKind {
  const found = tankKinds.find(kind => kind.key === key)
  if (!found) throw new Error(`There is no tank kind “${key}”.`)
  return found
}
