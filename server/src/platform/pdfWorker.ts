import type { MessagePort } from 'node:worker_threads'
import { giveWay } from './gentle.ts'
import { layOutPdf } from './layOutPdf.ts'
import type { Page } from './page.ts'

giveWay()

/** A document as it crosses to this thread: nothing in it is a function. */
export interface PageOrder extends Page {
  port: MessagePort
}

/** What is posted: bytes, and at the end nothing. */
export type PdfPiece = Uint8Array | null

/** Lays a document out and posts its bytes piece by piece. */
export async function writePdf({ port, ...page }: PageOrder): Promise<void> {
  for await (const piece of await layOutPdf(page))
    port.postMessage(new Uint8Array(piece as Buffer) satisfies PdfPiece)
  port.postMessage(null satisfies PdfPiece)
}
