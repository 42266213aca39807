import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'

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

/** The standard fonts know no minus sign and no thin marks. */
export const plainText = (text: string): string =>
  text.replaceAll('−', '-').replaceAll('≤', '<=').replaceAll('\u202f', ' ')

export interface Page {
  title: string
  footer: (page: number, pages: number) => string
  content: Content[]
  landscape?: boolean
  fontSize?: number
}

/** A document of the house: letter paper, one title, its footer on every page. */
export function makePdf({ title, footer, content, landscape = false, fontSize = 9 }: Page): Promise<Buffer> {
  const document: TDocumentDefinitions = {
    pageOrientation: landscape ? 'landscape' : 'portrait',
    pageSize: 'LETTER',
    pageMargins: [30, 32, 30, 42],
    defaultStyle: { font: 'Helvetica', fontSize },
    info: { title },
    footer: (page: number, pages: number) => ({
      text: footer(page, pages),
      alignment: 'center',
      margin: [30, 12],
      fontSize: 7,
    }),
    content: [{ text: title, fontSize: 15, bold: true }, ...content],
  }
  return pdfmake.createPdf(document).getBuffer()
}
