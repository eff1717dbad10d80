/** Density of water at 20 °C and 101.325 kPa, kg/m3. Source: IAPWS-95, 998.2. */
export const WATER_DENSITY = 998.2
