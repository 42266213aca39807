import type { FastifyInstance } from 'fastify'

/** Larger than any photo of a phone and any label. */
export const mostFileBytes = 15 * 1024 * 1024

/** Bodies that are files come as their bytes; what they really are is read from them by the room. */
export function acceptFiles(app: FastifyInstance): void {
  app.addContentTypeParser(
    [
      'image/jpeg',
      'image/png',
      'image/webp',
      'image/heic',
      'image/gif',
      'application/pdf',
      'application/octet-stream',
    ],
    { parseAs: 'buffer', bodyLimit: mostFileBytes },
    (_request, body, done) => done(null, body),
  )
}
