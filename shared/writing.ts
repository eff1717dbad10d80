/** How somebody writes figures and dates, and on what paper. */
export const decimals = ['point', 'comma'] as const
export const dateOrders = ['day first', 'month first', 'year first'] as const
export const clocks = ['24 hours', '12 hours'] as const
export const papers = ['A4', 'Letter'] as const

export interface Writing {
  decimal: (typeof decimals)[number]
  dates: (typeof dateOrders)[number]
  clock: (typeof clocks)[number]
}
export const usualWriting: Writing = { decimal: 'point', dates: 'day first', clock: '24 hours' }

// A page is one person's: it is set when they sign in, and the page opens anew when they choose otherwise.
let own: Writing = usualWriting
/** Sets how this page writes. */
export const writeAs = (writing: Writing): void => {
  own = writing
}
export const writing = (): Writing => own

/** A figure as the reader types it, for a field. @param figure one number, such as -6.9 */
export const typedFigure = (figure: string): string => (own.decimal === 'comma' ? figure.replace('.', ',') : figure)

/** A figure as the reader writes it. @param figure one number, such as -6.9 */
export const writtenFigure = (figure: string): string => typedFigure(figure).replace('-', '−')

/** A figure with so many decimals. */
export const figureText = (value: number, digits: number): string => writtenFigure(value.toFixed(digits))

/** The shortest figure that has so many significant ones, such as 0.5 or 20. */
export const shortFigure = (value: number, significant: number): string =>
  writtenFigure(Number(value.toPrecision(significant)).toLocaleString('en', { maximumFractionDigits: 6, useGrouping: false }))

/** A count, its thousands apart: 12 345. */
export const countText = (value: number): string => Math.round(value).toLocaleString('en').replaceAll(',', '\u202F')

/** Pattern of a moment's day for `date-fns`. */
export function dayPattern({ year, long = false }: { year: boolean; long?: boolean }, { dates } = own): string {
  const month = long ? 'MMMM' : 'MMM'
  switch (dates) {
    case 'day first':
      return year ? `d ${month} yyyy` : `d ${month}`
    case 'month first':
      return year ? `${month} d, yyyy` : `${month} d`
    case 'year first':
      return year ? 'yyyy-MM-dd' : 'MM-dd'
  }
}
/** Pattern of a moment's time of day. */
export const timePattern = ({ clock } = own): string => (clock === '12 hours' ? 'h:mm a' : 'HH:mm')
