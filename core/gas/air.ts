/** Properties of dry air, as used for every flow and inventory. */
export const MOLAR_GAS_CONSTANT = 8.31446261815324 // J/(mol·K), SI 2019
export const AIR_MOLAR_MASS = 0.0289647 // kg/mol
export const AIR_HEAT_RATIO = 1.4
export const AIR_GAS_CONSTANT = MOLAR_GAS_CONSTANT / AIR_MOLAR_MASS // J/(kg·K)

/**
 * Viscosity of air by Sutherland's law (Sutherland 1893): mu = mu0 (T/T0)^1.5 (T0 + S)/(T + S).
 * @param temperature K, sensible from 100 to 1500
 * @returns Pa·s
 */
export function airViscosity(temperature: number): number {
  const reference = 1.716e-5
  const referenceTemperature = 273.15
  const sutherland = 110.4
  return (
    (reference * (temperature / referenceTemperature) ** 1.5 * (referenceTemperature + sutherland)) / (temperature + sutherland)
  )
}
