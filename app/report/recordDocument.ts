import type { Content, TableCell, TDocumentDefinitions } from 'pdfmake/interfaces'

/** A part of a record: a heading over lines and a table; where it has neither it is left out. */
export interface RecordSection {
  title: string
  lines?: readonly string[]
  table?: { head: readonly string[]; rows: readonly (readonly string[])[] }
  /** a drawing, SVG */
  svg?: string
}
/** A record as paper: what the page shows, in the same words. */
export interface RecordPaper {
  size: 'A4' | 'LETTER'
  shop: string
  /** the shop's mark as a data address; null where it has none */
  mark: string | null
  title: string
  under: readonly string[]
  state: string
  /** the short page for the owner, in front */
  owner: readonly RecordSection[]
  sections: readonly RecordSection[]
  foot: string
}

const cell = (text: string, bold = false): TableCell => ({ text, bold })
/** Letters that the typeface of the paper has not, in words. */
const printable = (text: string) =>
  text.replaceAll('Ω', 'ohm').replaceAll('≥', 'at least ').replaceAll('≤', 'at most ').replaceAll('→', 'to')

function sectionContent({ title, lines = [], table, svg }: RecordSection): Content[] {
  if (lines.length === 0 && !table?.rows.length && !svg) return []
  return [
    { text: printable(title), style: 'heading' },
    ...lines.map((line): Content => ({ text: printable(line), margin: [0, 0, 0, 2] })),
    ...(svg ? [{ svg, width: 480, margin: [0, 4, 0, 4] } satisfies Content] : []),
    ...(table?.rows.length
      ? [
          {
            table: {
              headerRows: 1,
              widths: table.head.map(() => 'auto' as const),
              body: [
                table.head.map(text => cell(printable(text), true)),
                ...table.rows.map(row => row.map(text => cell(printable(text)))),
              ],
            },
            layout: 'lightHorizontalLines',
            fontSize: 9,
          } satisfies Content,
        ]
      : []),
  ]
}

/** A record as a document of the PDF library. */
export function recordDocument(paper: RecordPaper): TDocumentDefinitions {
  const { shop, mark, title, under, state, owner, sections, foot } = paper
  const head = (kind: string): Content[] => [
    ...(mark ? [{ image: mark, fit: [160, 48], margin: [0, 0, 0, 6] } satisfies Content] : []),
    ...(shop ? [{ text: printable(shop), color: '#565f65' } satisfies Content] : []),
    { text: kind, color: '#565f65' },
    { text: printable(title), style: 'title' },
    { text: printable(state), bold: true, margin: [0, 2, 0, 2] },
    ...under.map((line): Content => ({ text: printable(line), color: '#565f65' })),
  ]
  return {
    pageSize: paper.size,
    pageMargins: [45, 45, 45, 50],
    info: { title: `${title}: record of tests and repairs`, creator: 'Zinc Bell' },
    defaultStyle: { font: 'Archivo', fontSize: 10, lineHeight: 1.15, color: '#1c2023' },
    styles: {
      title: { fontSize: 19, bold: true, margin: [0, 2, 0, 0] },
      heading: { fontSize: 11, bold: true, margin: [0, 12, 0, 3] },
    },
    footer: (page, pages) => ({
      columns: [
        { text: printable(foot), fontSize: 8, color: '#565f65' },
        { text: `${page} of ${pages}`, alignment: 'right', fontSize: 8, color: '#565f65' },
      ],
      margin: [45, 12, 45, 0],
    }),
    content: [
      ...head('For the owner'),
      ...owner.flatMap(sectionContent),
      { text: '', pageBreak: 'after' },
      ...head('Record of tests and repairs'),
      ...sections.flatMap(sectionContent),
    ],
  }
}
