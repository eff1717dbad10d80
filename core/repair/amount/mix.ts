import { figureText } from '../../words/figures'
import type { MixRatio } from '../material/repairMaterials'

/** What goes into a cup: kg of each part, and m3. */
export interface Mix {
  base: number
  hardener: number
  baseVolume: number
  hardenerVolume: number
  mass: number
  volume: number
}

const fromBase = (base: number, { hardener, baseDensity, hardenerDensity }: MixRatio): Mix => {
  const second = (base * hardener) / 100
  return {
    base,
    hardener: second,
    baseVolume: base / baseDensity,
    hardenerVolume: second / hardenerDensity,
    mass: base + second,
    volume: base / baseDensity + second / hardenerDensity,
  }
}

const amount = (value: number) => {
  if (!(value > 0) || !Number.isFinite(value)) throw new RangeError('An amount to be mixed is more than zero.')
  return value
}

/** A mix of a whole mass, kg. @throws RangeError unless above zero */
export const mixOfMass = (mass: number, ratio: MixRatio): Mix => fromBase(amount(mass) / (1 + ratio.hardener / 100), ratio)

/** A mix of a whole volume, m3. @throws RangeError unless above zero */
export const mixOfVolume = (volume: number, ratio: MixRatio): Mix =>
  fromBase(amount(volume) / (1 / ratio.baseDensity + ratio.hardener / 100 / ratio.hardenerDensity), ratio)

/** kg/m3 of a mix. */
export const mixDensity = (ratio: MixRatio): number => {
  const { mass, volume } = mixOfMass(1, ratio)
  return mass / volume
}

/** Parts by volume, hardener to 100 of base. */
export const volumeRatioOf = ({ hardener, baseDensity, hardenerDensity }: MixRatio): number =>
  (hardener * baseDensity) / hardenerDensity

/** How far a mix may be off its ratio and still cure as its sheet says. Source: general practice of two-part sealants. */
const RATIO_TOLERANCE = 0.05

/** What is wrong with a mix: a part is not in it, its parts were taken for each other, or it is off by a slip. */
interface RatioProblem {
  kind: 'missing' | 'exchanged' | 'off'
  sentence: string
}

/**
 * What is wrong with what was weighed into a cup; null when it is right.
 * @param base kg @param hardener kg
 */
export function ratioProblem(base: number, hardener: number, ratio: MixRatio): RatioProblem | null {
  if (!(base > 0) || !(hardener > 0)) return { kind: 'missing', sentence: 'Both parts have to be in the cup.' }
  const wanted = ratio.hardener / 100
  const has = hardener / base
  const off = has / wanted - 1
  if (Math.abs(off) <= RATIO_TOLERANCE) return null
  if (wanted !== 1 && Math.abs(has * wanted - 1) <= 0.2)
    return {
      kind: 'exchanged',
      sentence:
        'The parts are taken for each other: that much hardener is for that much base the other way round. Throw it away and weigh anew.',
    }
  const grams = (kg: number) => `${figureText(kg * 1000, 1)} g`
  const much = off > 0 ? 'Too much' : 'Too little'
  return {
    kind: 'off',
    sentence: `${much} hardener by ${Math.abs(100 * off).toFixed(0)} %: to ${grams(base)} of base belong ${grams(base * wanted)}.`,
  }
}
