import type { Readable } from 'node:stream'
import pdfmake from 'pdfmake'
import type { TDocumentDefinitions } from 'pdfmake/interfaces'
import type { Page } from './page.ts'

const face = {
  normal: 'Helvetica',
  bold: 'Helvetica-Bold',
  italics: 'Helvetica-Oblique',
  bolditalics: 'Helvetica-BoldOblique',
}
/** The standard fonts go by name; nothing is fetched or read from disk. */
pdfmake.setFonts({ Helvetica: face })
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.setLocalAccessPolicy((path) => Object.values(face).includes(path))

/** Lays a document out: letter paper, one title, its footer on every page. It takes its thread for itself. */
export async function layOutPdf({
  title,
  footer,
  content,
  landscape = false,
  fontSize = 9,
}: Page): Promise<Readable> {
  const document: TDocumentDefinitions = {
    pageOrientation: landscape ? 'landscape' : 'portrait',
    pageSize: 'LETTER',
    pageMargins: [30, 32, 30, 42],
    defaultStyle: { font: 'Helvetica', fontSize },
    info: { title },
    footer: (page: number, pages: number) => ({
      text: footer.replace('{page}', String(page)).replace('{pages}', String(pages)),
      alignment: 'center',
      margin: [30, 12],
      fontSize: 7,
    }),
    content: [{ text: title, fontSize: 15, bold: true }, ...content],
  }
  const stream = await pdfmake.createPdf(document).getStream()
  stream.end()
  return stream
}
