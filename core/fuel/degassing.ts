import type { CraftKind } from '../circuit/tankKinds'
import type { Fuel } from './fuels'
import { WATER_DENSITY } from '../quantity/waterDensity'

interface TankToDegas {
  craft: CraftKind
  /** m3 */ capacity: number
  fuel: Pick<Fuel, 'vapourPressure'>
}

/** A way to get vapour out of a drained tank, or to make it harmless. Each ends in readings, whatever it was. */
interface DegassingWay {
  key: string
  name: string
  how: string
  mind: string
  /** share of the capacity that is filled with water on the way */
  water: number
  /** why it does not suit a tank, or null */
  unsuited: (tank: TankToDegas) => string | null
}

/** Below this at 20 °C, Pa, a fuel hardly evaporates: kerosene and diesel lie there, petrol far above. */
const HARDLY_EVAPORATES = 1000

const keepsWater = ({ craft }: TankToDegas) =>
  craft === 'light aircraft' ? 'Water stays in its seams and low corners, and the next flight finds it.' : null

/**
 * From the surest for most tanks to the slowest. General trade practice; the maker's manual and local rules on waste water come
 * first.
 */
export const degassingWays: readonly DegassingWay[] = [
  {
    key: 'blow',
    name: 'Blow air through',
    how: 'A hose to the far corner, air in there and out at the highest opening, the blower upwind and outside.',
    mind: 'Bond the nozzle to the tank, keep the motor out of what comes out, and turn the hose behind every baffle.',
    water: 0,
    unsuited: () => null,
  },
  {
    key: 'wash',
    name: 'Hot water and detergent',
    how: 'A quarter full, rock it, drain, and again until it shows no film and no longer smells; then dry it at once.',
    mind: 'That water is fuel waste: keep it and hand it in. Bare steel rusts overnight, and a plastic wall gives petrol off again for days.',
    water: 0.25,
    unsuited: keepsWater,
  },
  {
    key: 'water',
    name: 'Fill it with water',
    how: 'To just below where you work, so that hardly any gas is left; vent what is.',
    mind: 'Support its weight, and read the space that is left like any other.',
    water: 1,
    unsuited: keepsWater,
  },
  {
    key: 'inert',
    name: 'Nitrogen, carbon dioxide or argon',
    how: 'Through a regulator, slowly, to the bottom, out at the highest opening, and kept flowing as long as the work lasts.',
    mind: 'It takes the air you breathe: outdoors only. Carbon dioxide blown in at speed charges itself and sparks: slowly, or nitrogen instead. Nothing is cleaned; read oxygen at every point, and once the flow stops all is as before.',
    water: 0,
    unsuited: () => null,
  },
  {
    key: 'days',
    name: 'Leave it open for days',
    how: 'Every opening off, the largest one down, outdoors and away from everything that burns.',
    mind: 'Heavy vapour stays where the opening is on top. That it stood says nothing: it is read like any other.',
    water: 0,
    unsuited: ({ fuel }) =>
      fuel.vapourPressure < HARDLY_EVAPORATES ? 'This fuel hardly evaporates: it never airs out by itself.' : null,
  },
]

interface DegassingChoice {
  way: DegassingWay
  /** why it does not suit, or null */ unsuited: string | null
  /** m3 of water, and its kg to be carried */ water: number
  waterMass: number
}

/** The ways for a tank: those that suit first, each in its order, with the water that it takes. */
export const degassingFor = (tank: TankToDegas): DegassingChoice[] =>
  degassingWays
    .map(way => ({
      way,
      unsuited: way.unsuited(tank),
      water: way.water * tank.capacity,
      waterMass: way.water * tank.capacity * WATER_DENSITY,
    }))
    .sort((a, b) => Number(a.unsuited !== null) - Number(b.unsuited !== null))
