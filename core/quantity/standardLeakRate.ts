/** Standard conditions for leak rates: gas at 20 °C and 101.325 kPa (ISO 20485, EN 1779). */
export const STANDARD_TEMPERATURE = 293.15
export const STANDARD_PRESSURE = 101_325

/** Pa·m3/s in one standard millilitre a minute: 101325 Pa x 1e-6 m3 / 60 s. */
const THROUGHPUT_PER_ML_MIN = (STANDARD_PRESSURE * 1e-6) / 60

/** Throughput at 293.15 K (Pa·m3/s) from std mL/min. */
export const throughputFromStandard = (mLmin: number) => mLmin * THROUGHPUT_PER_ML_MIN
/** std mL/min from throughput at 293.15 K (Pa·m3/s). */
export const standardFromThroughput = (throughput: number) => throughput / THROUGHPUT_PER_ML_MIN
