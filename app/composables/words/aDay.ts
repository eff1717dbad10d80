import { shortFigure } from '#shared/writing'
/**
 * A volume a second as mL or L a day, such as “2 L”.
 * @param rate m3/s
 * @param significant figures: one where more would claim what nobody knows
 */
export function aDay(rate: number, significant = 1): string {
  const millilitres = rate * 86_400 * 1e6
  return millilitres >= 1000
    ? `${shortFigure(millilitres / 1000, significant)} L`
    : `${shortFigure(millilitres, significant)} mL`
}
