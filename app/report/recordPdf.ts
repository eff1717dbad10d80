import type { TDocumentDefinitions } from 'pdfmake/interfaces'
import { recordDocument, type RecordPaper } from './recordDocument'

const fonts = import.meta.glob<string>('../../node_modules/@fontsource/archivo/files/archivo-latin-{400,700}-normal.woff', {
  query: '?url',
  import: 'default',
})

/** Bytes of a file that ships with the program, in base64. */
async function base64Of(address: string): Promise<string> {
  const bytes = new Uint8Array(await (await fetch(address)).arrayBuffer())
  let text = ''
  for (const byte of bytes) text += String.fromCharCode(byte)
  return btoa(text)
}

/** A picture of this program as an address that carries it. */
export const pictureIn = async (address: string): Promise<string> => `data:image/png;base64,${await base64Of(address)}`

/** A record as a PDF. */
export const recordPdf = (paper: RecordPaper): Promise<Blob> => documentPdf(recordDocument(paper))

/** A paper as a PDF; the library and its typeface are fetched when the first one is asked for. */
export async function documentPdf(paper: TDocumentDefinitions): Promise<Blob> {
  const [{ default: pdf }, ...files] = await Promise.all([
    import('pdfmake/build/pdfmake'),
    ...Object.entries(fonts).map(async ([path, address]) => ({
      weight: path.includes('-700-') ? 'bold' : 'normal',
      data: await base64Of(await address()),
    })),
  ])
  pdf.addVirtualFileSystem(Object.fromEntries(files.map(({ weight, data }) => [`archivo-${weight}.woff`, data])))
  const [normal, bold] = ['archivo-normal.woff', 'archivo-bold.woff']
  pdf.addFonts({ Archivo: { normal, bold, italics: normal, bolditalics: bold } })
  return pdf.createPdf(paper).getBlob()
}
