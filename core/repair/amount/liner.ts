/** Usual waste of a liner: what stays in the cup and runs out as the excess, as a share of what is on the walls. */
export const USUAL_WASTE = 0.15

/**
 * Volume of a liner, m3: wetted area x film, and what is lost in cup, hose and drain (general practice).
 * @param area m2 @param film m @param waste share of the film
 * @throws RangeError unless area and film are above zero and waste is not below
 */
export function linerVolume(area: number, film: number, waste = USUAL_WASTE): number {
  if (!(area > 0) || !(film > 0) || !(waste >= 0)) throw new RangeError('Area and film are more than zero, waste not less.')
  return area * film * (1 + waste)
}

/** A size that a shelf has: what one holds, and how many there are; Infinity where it can be ordered. */
interface KitSize {
  name: string
  /** m3 of mix */
  volume: number
  inStock: number
}

interface KitChoice {
  kits: { size: KitSize; count: number }[]
  /** m3 */
  total: number
  left: number
}

/**
 * The kits that give at least a volume with the least left over, and of those the fewest; null when the shelf has not enough.
 * A kit is mixed whole, since its parts were weighed at the factory.
 * @param needed m3
 */
export function kitsFor(needed: number, sizes: readonly KitSize[]): KitChoice | null {
  const usable = sizes.filter(size => size.volume > 0 && size.inStock > 0).sort((a, b) => b.volume - a.volume)
  let best: KitChoice | null = null
  const countOf = (kits: KitChoice['kits']) => kits.reduce((sum, { count }) => sum + count, 0)
  const better = (a: KitChoice, b: KitChoice | null) =>
    b === null || a.left < b.left - 1e-12 || (Math.abs(a.left - b.left) <= 1e-12 && countOf(a.kits) < countOf(b.kits))
  const take = (from: number, kits: KitChoice['kits'], total: number): void => {
    if (total >= needed - 1e-12) {
      const choice = { kits, total, left: total - needed }
      if (better(choice, best)) best = choice
      return
    }
    const size = usable[from]
    if (!size) return
    const most = Math.min(size.inStock, Math.ceil((needed - total) / size.volume), 50)
    for (let count = most; count >= 0; count--)
      take(from + 1, count > 0 ? [...kits, { size, count }] : kits, total + count * size.volume)
  }
  take(0, [], 0)
  return best
}
