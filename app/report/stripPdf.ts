import type { TDocumentDefinitions } from 'pdfmake/interfaces'
import { documentPdf } from './recordPdf'

/** Points of a millimetre. */
const MM = 72 / 25.4
/** How long the strip is, m. */
export const STRIP_LENGTH = 0.2

/** A strip of known length to hang beside a balloon: dark between two ends that are easily told from paper. */
function stripDocument(): TDocumentDefinitions {
  const long = STRIP_LENGTH * 1000 * MM
  const left = (595 - long) / 2 - 40
  const ticks = Array.from({ length: 21 }, (_, k) => ({
    type: 'line' as const,
    x1: left + k * 10 * MM,
    x2: left + k * 10 * MM,
    y1: 16 * MM,
    y2: (k % 5 ? 19 : 22) * MM,
    lineWidth: 0.7,
  }))
  return {
    pageSize: 'A4',
    pageMargins: [40, 60, 40, 60],
    defaultStyle: { font: 'Archivo', fontSize: 11 },
    content: [
      { text: 'Measuring strip, 200 mm', fontSize: 20, bold: true, margin: [0, 0, 0, 12] },
      { canvas: [{ type: 'rect', x: left, y: 0, w: long, h: 14 * MM, color: '#111111' }, ...ticks], margin: [0, 0, 0, 16] },
      'Print it at its own size (100 %), and lay a rule on it: the dark strip is 200 mm long. If it is not, say what it is.',
      'Cut it out and hang it beside the balloon’s middle, as far from the phone as the middle is.',
    ],
  }
}

/** The strip as a PDF. */
export const stripPdf = (): Promise<Blob> => documentPdf(stripDocument())
