import { cureSpeed } from './cure'
import type { CureSheet } from '../material/repairMaterials'

/** What is in a cup. */
export interface Cup {
  /** kg */
  mass: number
  /** kg/m3 */
  density: number
  /** m of what is in it; null where nobody measured: as deep as a cup usually is */
  depth: number | null
}

/** The cup for which sheets state a work time, kg. Source: general practice of sheets of two-part materials. */
const SHEET_CUP = 0.1
/** Depth of what is in a cup against the radius of the cup. */
const USUAL_DEPTH = 1.8

/** Volume over surface of what is in a cup, m: how far its heat has to go. */
function thicknessOf({ mass, density, depth }: Cup): number {
  const volume = mass / density
  const radius = depth === null ? Math.cbrt(volume / (Math.PI * USUAL_DEPTH)) : Math.sqrt(volume / (Math.PI * depth))
  const deep = depth ?? USUAL_DEPTH * radius
  return volume / (2 * Math.PI * radius * (radius + deep))
}

/**
 * The share of the sheet's work time that a cup leaves, 0 to 1: heat leaves it in a time that grows with the square of its
 * thickness (conduction, any text on heat), so that what is thicker than the sheet's cup warms itself and sets sooner. A thick
 * half litre sets in about a third of the time. Never more than the sheet says.
 * @throws RangeError unless mass and density are above zero, and depth where it is told
 */
export function cupShare(cup: Cup): number {
  if (!(cup.mass > 0) || !(cup.density > 0) || (cup.depth !== null && !(cup.depth > 0)))
    throw new RangeError('What is in a cup has a mass, a density and a depth above zero.')
  const usual = thicknessOf({ mass: SHEET_CUP, density: cup.density, depth: null })
  return Math.min(1, (usual / thicknessOf(cup)) ** 2)
}

/**
 * s that a cup can be worked, from the moment its parts meet: the sheet's time at its own temperature, shorter for a large cup and
 * a warm day; never longer than the sheet's for warmth beyond the ceiling.
 * @param temperature K
 * @returns null for what is not worked against a clock, or does not cure at that temperature
 */
export function workTime(sheet: CureSheet, temperature: number, cup: Cup): number | null {
  if (sheet.potLife === 0 || cureSpeed(sheet, temperature) === 0) return null
  // Warmer than the ceiling it sets sooner still, although it cures no better.
  const speed = 2 ** ((temperature - sheet.referenceTemperature) / 10)
  return (sheet.potLife / speed) * cupShare(cup)
}

/** How long before the end of a work time its bell rings, s: a fifth of it, at least two minutes where there are as many. */
export const ringsBefore = (time: number): number => Math.min(time / 2, Math.max(120, time / 5))

/** Why a material is not mixed at a temperature, as a sentence; null when it may be. @param temperature K */
export function mixProblem({ floor, ceiling }: CureSheet, temperature: number): string | null {
  const celsius = (kelvin: number) => `${(kelvin - 273.15).toFixed(0)} °C`
  if (temperature < floor) return `It does not cure below ${celsius(floor)}: warm the work and the cup first.`
  return temperature > ceiling
    ? `It is not poured above ${celsius(ceiling)}: it sets in the cup and runs off the walls. Wait for the evening, or cool both.`
    : null
}
