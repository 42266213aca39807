import type { MessagePort } from 'node:worker_threads'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { giveWay } from './gentle.ts'

giveWay()

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

/** A document as it crosses to this thread: nothing in it is a function. */
export interface PageOrder {
  title: string
  /** With {page} and {pages} in it. */
  footer: string
  content: Content[]
  landscape: boolean
  fontSize: number
  port: MessagePort
}

/** What is posted: bytes, and at the end nothing. */
export type PdfPiece = Uint8Array | null

/** Lays a document out and posts its bytes piece by piece: letter paper, one title, its footer on every page. */
export async function writePdf({
  title,
  footer,
  content,
  landscape,
  fontSize,
  port,
}: PageOrder): Promise<void> {
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
  await new Promise<void>((done, failed) => {
    stream.on('data', (piece: Buffer) => port.postMessage(new Uint8Array(piece) satisfies PdfPiece))
    stream.on('end', done)
    stream.on('error', failed)
    stream.end()
  })
  port.postMessage(null satisfies PdfPiece)
}
