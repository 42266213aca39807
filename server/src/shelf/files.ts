import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/shelf'
import { toWire } from '../platform/collection.ts'
import { mostFileBytes, readWithBytes } from '../platform/files.ts'
import { developPicture } from '../platform/picture.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredLabelFile } from './entities.ts'

const mostPixels = 80_000_000
const mostFiles = 6
/** Longest side kept, pixels: small print stays readable. */
const keptSide = 3200

const refuse = (code: string, params: Record<string, number> = {}): never => {
  throw new ProblemError('refused', [{ code, field: 'file', params }])
}

const isPdf = (sent: Buffer): boolean => sent.subarray(0, 1024).includes('%PDF-')

/** A PDF as it came; a picture upright, without anything the camera wrote into it. */
async function readSent(sent: Buffer): Promise<{ kind: wire.LabelFile['kind']; content: Buffer }> {
  if (!sent.length) refuse('labelFileEmpty')
  if (isPdf(sent)) return { kind: 'pdf', content: sent }
  const { data } = await developPicture(sent, {
    mostPixels,
    keptSide,
    quality: 85,
    refuse: (fault) => refuse(fault === 'corrupt' ? 'photoCorrupt' : 'labelFileKind'),
  })
  return { kind: 'picture', content: data }
}

async function addFile(
  scope: AccountScope,
  labelId: string,
  { id, name }: { id: string; name: string },
  sent: Buffer,
): Promise<{ file: wire.LabelFile; added: boolean }> {
  await scope.get('label', labelId)
  const others = await scope.find<StoredLabelFile>('label_file', { labelId })
  const same = others.find((f) => f.id === id)
  if (same) return { file: toWire(same), added: false }
  if (others.length >= mostFiles) refuse('labelFileTooMany', { most: mostFiles })
  const { kind, content } = await readSent(sent)
  const { row } = await scope.add<Omit<StoredLabelFile, 'accountId' | 'createdAt'>>('label_file', {
    id,
    labelId,
    name,
    kind,
    bytes: content.length,
    picture: content,
  })
  const { picture: _, ...kept } = toWire<StoredLabelFile>(row)
  return { file: kept, added: true }
}

/** A label's file with its content. @throws ProblemError notFound */
export const readLabelFile = (scope: AccountScope, id: string): Promise<StoredLabelFile> =>
  readWithBytes<StoredLabelFile>(scope, 'label_file', id)

const params = Joi.object({ id: Joi.string().uuid().required() })
const tags = ['shelf']

export function labelFileRoutes(app: FastifyInstance): void {
  app.post(
    '/api/shelf/labels/:id/files',
    {
      schema: {
        tags,
        summary: 'The label itself, as the bytes of a PDF, JPEG, PNG or WebP',
        params,
        querystring: wire.labelFileRequest,
        body: Joi.binary().required(),
      },
      bodyLimit: mostFileBytes,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        const order = request.query as { id: string; name: string }
        const { file, added } = await addFile(scope, id, order, request.body as Buffer)
        void reply.code(added ? 201 : 200)
        return file
      }),
  )
  app.get(
    '/api/shelf/files/:id',
    { schema: { tags, summary: 'The content of a label’s file', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const file = await readLabelFile(scope, (request.params as { id: string }).id)
        const pdf = file.kind === 'pdf'
        // A PDF of unknown origin is handed over, never run inside the application.
        void reply
          .type(pdf ? 'application/pdf' : 'image/jpeg')
          .header('cache-control', 'private, max-age=86400')
          .header('content-disposition', pdf ? 'attachment; filename="label.pdf"' : 'inline')
        return reply.serializer((bytes) => bytes as never).send(file.picture)
      }),
  )
  app.delete(
    '/api/shelf/files/:id',
    { schema: { tags, summary: 'Takes a label’s file away', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        await scope.get('label_file', id)
        await scope.manager.delete('label_file', { id, accountId: scope.accountId })
        void reply.code(204)
      }),
  )
}
