/** How a reader writes the sign between whole and parts. */
export const decimals = ['point', 'comma'] as const
export type Decimal = (typeof decimals)[number]

/** Written once: to make a format takes longer than to use it a thousand times. */
const plain = new Intl.NumberFormat('en', { maximumFractionDigits: 6, useGrouping: false })
const counted = new Intl.NumberFormat('en')

let reader: () => Decimal = () => 'point'
/** Says for whom figures are written from now on: on a page always the same person, on the server whoever asks. */
export const writeFiguresFor = (whom: () => Decimal): void => {
  reader = whom
}

/** A figure as the reader types it, for a field. @param figure one number, such as -6.9 */
export const typedFigure = (figure: string): string => (reader() === 'comma' ? figure.replace('.', ',') : figure)

/** A figure as the reader writes it. @param figure one number, such as -6.9 */
export const writtenFigure = (figure: string): string => typedFigure(figure).replace('-', '−')

/** A figure with so many decimals. */
export const figureText = (value: number, digits: number): string => writtenFigure(value.toFixed(digits))

/** The shortest figure that has so many significant ones, such as 0.5 or 20. */
export const shortFigure = (value: number, significant: number): string =>
  writtenFigure(plain.format(Number(value.toPrecision(significant))))

/** A count, its thousands apart: 12 345. */
export const countText = (value: number): string => counted.format(Math.round(value)).replaceAll(',', '\u202F')
