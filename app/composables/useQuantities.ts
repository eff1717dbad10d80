import { cubicMetresPer, fromKelvin, pascalsPer, toKelvin, unitLabel } from '#core/quantity/units'
import type { Dimension } from '#core/quantity/parseQuantity'
import type { QuantityKind } from './words/quantityKinds'
import { figureText, shortFigure } from '#shared/writing'
import { standardFromThroughput, throughputFromStandard } from '#core/quantity/standardLeakRate'

interface Edge {
  unit: string
  toShown: (si: number) => number
  toSi: (shown: number) => number
  digits: number
  /** what a figure typed with a unit of its own can be of */
  dimension?: Dimension
}

/** Decimals that show a step of the unit which is about a pascal, a hundredth of a litre, and so on. */
const pressureDigits = { kPa: 3, psi: 4, mbar: 2, inH2O: 3 } as const

/** Quantities at the edge: SI inside, the person's own units outside. */
export function useQuantities() {
  const session = useSession()
  const edges = computed<Record<QuantityKind, Edge>>(() => {
    const { pressure, volume, temperature } = session.preferences
    const linear = (unit: string, per: number, digits: number, dimension?: Dimension): Edge => ({
      unit,
      digits,
      dimension,
      toShown: si => si / per,
      toSi: shown => shown * per,
    })
    return {
      pressure: linear(unitLabel[pressure], pascalsPer[pressure], pressureDigits[pressure], 'pressure'),
      pressureStep: linear(unitLabel[pressure], pascalsPer[pressure], pressureDigits[pressure] + 1, 'pressure'),
      volume: linear(unitLabel[volume], cubicMetresPer[volume], 2, 'volume'),
      temperature: {
        unit: unitLabel[temperature],
        digits: 2,
        dimension: 'temperature',
        toShown: fromKelvin[temperature],
        toSi: toKelvin[temperature],
      },
      temperatureChange: linear(unitLabel[temperature], temperature === 'F' ? 1 / 1.8 : 1, 2, 'temperature change'),
      weather: linear('hPa', 100, 1, 'pressure'),
      rate: { unit: 'mL/min', digits: 2, toShown: standardFromThroughput, toSi: throughputFromStandard },
      length: linear('mm', 1e-3, 0, 'length'),
      hours: linear('h', 3600, 1, 'time'),
      smallVolume: linear('mL', 1e-6, 1, 'volume'),
      volts: linear('V', 1, 3),
      density: linear('kg/m³', 1, 0),
      hole: linear('mm', 1e-3, 3, 'length'),
      flow: linear('L/min', 1 / 60_000, 2),
      mass: linear('kg', 1, 1, 'mass'),
      thread: linear('mm', 1e-3, 3, 'length'),
      share: linear('%', 0.01, 0),
      area: linear('m²', 1, 2),
      count: linear('', 1, 0),
      give: linear('% a kPa', 1e-5, 3),
      smallMass: linear('g', 1e-3, 1, 'mass'),
      days: linear('days', 86_400, 1, 'time'),
      minutes: linear('min', 60, 0, 'time'),
      smallArea: linear('mm²', 1e-6, 1),
      film: linear('mm', 1e-3, 2, 'length'),
      distance: linear('km', 1000, 1),
      angle: linear('°', Math.PI / 180, 0),
      ohms: linear('Ω', 1, 1),
    }
  })
  /** Figure alone, in the person's unit. @param digits decimals; the unit's own when absent */
  const figure = (kind: QuantityKind, si: number, digits?: number) => {
    const edge = edges.value[kind]
    return figureText(edge.toShown(si), digits ?? edge.digits)
  }
  /** Shortest figure with its unit, such as 6.9 kPa; a line never breaks between the two. */
  const short = (kind: QuantityKind, si: number, significant = 3) => {
    const shown = edges.value[kind].toShown(si)
    return `${shortFigure(shown, significant)}\u00A0${edges.value[kind].unit}`
  }
  return { edges, figure, short, unit: (kind: QuantityKind) => edges.value[kind].unit }
}
