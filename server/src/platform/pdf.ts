import { Readable } from 'node:stream'
import { MessageChannel } from 'node:worker_threads'
import type { FastifyReply, FastifyRequest } from 'fastify'
import type { App } from './app.ts'
import type { PageOrder, PdfPiece } from './pdfWorker.ts'
import { createThreads, untilGone, workerAt } from './threads.ts'
import type { Page } from './page.ts'

/** The standard fonts know no minus sign and no thin marks. */
export const plainText = (text: string): string =>
  text.replaceAll('−', '-').replaceAll('≤', '<=').replaceAll('\u202f', ' ')

/** Where the numbers of a footer go: the words are said before there are any. */
export const pageNumbers = { page: '{page}', pages: '{pages}' }

/** Lets others be answered between two pieces of long work. */
export const breathe = (): Promise<void> => new Promise((go) => setImmediate(go))

declare module 'fastify' {
  interface FastifyInstance {
    /** Lays a document out in a thread of its own and sends it as it comes. */
    sendPdf: (request: FastifyRequest, reply: FastifyReply, name: string, page: Page) => Promise<FastifyReply>
  }
}

export function registerPdf(app: App): void {
  const layOut = createThreads<PageOrder, void>((close) => app.addHook('onClose', close), {
    filename: workerAt('pdfWorker', import.meta.url),
    name: 'writePdf',
    threads: 1,
    waiting: 10,
    mostMs: 60_000,
    memoryMb: 1024,
  })
  app.decorate('sendPdf', async (request, reply, name, page) => {
    const { port1, port2 } = new MessageChannel()
    const pieces = new Readable({ read: () => undefined })
    const begun = new Promise<void>((first) =>
      port1.on('message', (piece: PdfPiece) => {
        pieces.push(piece && Buffer.from(piece))
        first()
        if (!piece) port1.close()
      }),
    )
    const done = layOut({ ...page, port: port2 }, untilGone(request, reply), [port2])
    done.catch((error: Error) => {
      port1.close()
      pieces.destroy(error)
    })
    pieces.on('error', () => undefined)
    // What cannot be laid out is a problem, not half a file.
    await Promise.race([begun, done])
    void reply.type('application/pdf').header('content-disposition', `attachment; filename="${name}.pdf"`)
    return reply.send(pieces)
  })
}
