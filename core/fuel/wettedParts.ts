import type { PartFamily, PartShape } from '../circuit/boundary'
import type { Circuit, LineCargo, TiedPart } from '../circuit/circuit'
import type { TankKind } from '../circuit/tankKinds'
import { liquidHeight } from './tankShape'

/** A part with its place on the map. */
type PlacedPart = TiedPart & { shape: PartShape }
/** A tank as fuel stands in it. */
type UprightTank = Pick<TankKind, 'shape' | 'upright'>

/** Lines in which liquid fuel stands or runs in service. */
const fuelCargoes: readonly LineCargo[] = ['feed', 'return', 'crossover', 'heater feed']
/** Of a tank that the map looks down on: what sits in its gas even when it is full. */
const highFamilies: readonly PartFamily[] = ['cap', 'neck', 'vent hose', 'vent valve', 'sensor']
/** A tank is filled to about here; what stands above it meets fuel only as a splash. */
const FULL = 0.93
/** How far off somebody may be who says how full a tank is, share of the capacity: by eye, a stick or its own gauge. */
const SHARE_DOUBT = 0.05
/** A film that drained fuel leaves is no liquid that keeps gas from a part. */
const FILM = 0.005

/** Height of the lowest place of a part above the tank's bottom, as a share of the tank's height; null where the map looks down. */
function lowest(shape: PartShape, { upright }: UprightTank): number | null {
  if (!upright) return null
  const y = shape.at === 'point' ? shape.y : Math.max(shape.y1, shape.y2)
  return Math.min(1, Math.max(0, (upright.bottom - y) / (upright.bottom - upright.top)))
}

const spaceOf = (part: TiedPart, circuit: Circuit) => circuit.spaces.find(space => space.id === part.space)

/** Whether liquid fuel stands or runs on a part in service, with the tank full; the others belong to the vapour side. */
export function isFuelSide(part: PlacedPart, circuit: Circuit, tank: UprightTank): boolean {
  const space = spaceOf(part, circuit)
  if (space?.kind === 'line') return space.carries !== null && fuelCargoes.includes(space.carries)
  if (space?.kind !== 'tank') return space === undefined
  const height = lowest(part.shape, tank)
  return height === null ? !highFamilies.includes(part.family) : height < FULL
}

/**
 * Parts that are under liquid with so much fuel in the tank: gas says nothing of them. A seam counts as wetted as soon as its
 * lowest place is; of a tank that the map looks down on every part of the fuel side does; what may be
 * wetted counts as wetted.
 * @param share of the capacity, 0 to 1
 * @returns ids
 */
export function wettedParts(
  parts: readonly PlacedPart[],
  circuit: Circuit,
  tank: UprightTank,
  share: number,
): ReadonlySet<string> {
  if (!(share > FILM)) return new Set()
  const most = Math.min(1, share + SHARE_DOUBT)
  const level = liquidHeight(tank.shape, most)
  const isWet = (part: PlacedPart) => {
    if (!isFuelSide(part, circuit, tank)) return spaceOf(part, circuit)?.kind === 'tank' && most >= FULL
    const height = spaceOf(part, circuit)?.kind === 'tank' ? lowest(part.shape, tank) : null
    return height === null || height <= level
  }
  return new Set(parts.filter(isWet).map(part => part.id))
}
