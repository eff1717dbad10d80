import { writeFiguresFor, type Decimal } from '../core/words/figures'
export { countText, decimals, figureText, shortFigure, typedFigure, writtenFigure } from '../core/words/figures'

/** How somebody writes dates, and on what paper; figures are written by the core, whose sentences have some too. */
export const dateOrders = ['day first', 'month first', 'year first'] as const
export const clocks = ['24 hours', '12 hours'] as const
export const papers = ['A4', 'Letter'] as const

interface Writing {
  decimal: Decimal
  dates: (typeof dateOrders)[number]
  clock: (typeof clocks)[number]
}
export const usualWriting: Writing = { decimal: 'point', dates: 'day first', clock: '24 hours' }

// A page is one person's: it is set when they sign in, and the page opens anew when they choose otherwise.
let own: Writing = usualWriting
/** Sets how this page writes. */
export const writeAs = (writing: Writing): void => {
  own = writing
  writeFiguresFor(() => writing.decimal)
}
export const writing = (): Writing => own

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
