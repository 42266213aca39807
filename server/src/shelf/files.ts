import type { LabelId } from '@jardinero/core/quantity'
import * as wire from '@jardinero/contract/shelf'
import type { App } from '../platform/app.ts'
import { toWire } from '../platform/collection.ts'
import { bytes, mostFileBytes, takeUploads } from '../platform/bodies.ts'
import { readWithBytes } from '../platform/files.ts'
import { developPicture, redevelopPicture, type PictureOrder } from '../platform/picture.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredLabelFile } from './entities.ts'
import { idParams } from '../platform/params.ts'

const mostPixels = 80_000_000
const mostFiles = 6
/** Longest side kept, pixels: small print stays readable. */
const keptSide = 3200

const refuse = (code: string, params: Record<string, number> = {}): never => {
  throw new ProblemError('refused', [{ code, field: 'file', params }])
}

const isPdf = (sent: Buffer): boolean => sent.subarray(0, 1024).includes('%PDF-')

const pictureOrder: PictureOrder = {
  mostPixels,
  keptSide,
  quality: 85,
  refuse: (fault) => refuse(fault === 'corrupt' ? 'photoCorrupt' : 'labelFileKind'),
}

/** A PDF as it came; a picture upright, without anything the camera wrote into it. `again`: one out of a file of ours. */
export async function readSent(
  sent: Buffer,
  again = false,
): Promise<{ kind: wire.LabelFile['kind']; content: Buffer }> {
  if (!sent.length) refuse('labelFileEmpty')
  if (isPdf(sent)) return { kind: 'pdf', content: sent }
  const { data } = await (again ? redevelopPicture : developPicture)(sent, pictureOrder)
  return { kind: 'picture', content: data }
}

/** The file that is here under this id already; refused where there are as many as there may be. */
async function findFile(scope: AccountScope, labelId: LabelId, id: string) {
  const others = await scope.find<StoredLabelFile>('label_file', { labelId })
  const same = others.find((f) => f.id === id)
  if (!same && others.length >= mostFiles) refuse('labelFileTooMany', { most: mostFiles })
  return same && toWire<wire.LabelFile>(same)
}

async function keepFile(
  scope: AccountScope,
  labelId: LabelId,
  { id, name }: { id: string; name: string },
  { kind, content }: Awaited<ReturnType<typeof readSent>>,
): Promise<{ file: wire.LabelFile; added: boolean }> {
  // Those that come at once are counted one after the other.
  await scope.lock('label', labelId)
  const same = await findFile(scope, labelId, id)
  if (same) return { file: same, added: false }
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

const tags = ['shelf']

export function labelFileRoutes(app: App): void {
  takeUploads(app, (uploads) =>
    uploads.post(
      '/api/shelf/labels/:id/files',
      {
        schema: {
          tags,
          summary: 'The label itself, as the bytes of a PDF, JPEG, PNG or WebP',
          params: idParams,
          querystring: wire.labelFileRequest,
          body: bytes,
        },
        bodyLimit: mostFileBytes,
      },
      async (request, reply) => {
        const { id } = request.params
        const order = request.query
        const same = await app.scoped(request, async (scope) => {
          await scope.get('label', id)
          return findFile(scope, id, order.id)
        })
        if (same) return same
        // No connection is held while a picture is made smaller.
        const content = await readSent(request.body)
        const { file, added } = await app.scoped(request, (scope) => keepFile(scope, id, order, content))
        void reply.code(added ? 201 : 200)
        return file
      },
    ),
  )
  app.get(
    '/api/shelf/files/:id',
    { schema: { tags, summary: 'The content of a label’s file', params: idParams } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const file = await readLabelFile(scope, request.params.id)
        const pdf = file.kind === 'pdf'
        // A PDF of unknown origin is handed over, never run inside the application.
        void reply
          .type(pdf ? 'application/pdf' : 'image/jpeg')
          .header('content-disposition', pdf ? 'attachment; filename="label.pdf"' : 'inline')
        return reply.send(file.picture)
      }),
  )
  app.delete(
    '/api/shelf/files/:id',
    { schema: { tags, summary: 'Takes a label’s file away', params: idParams } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        await scope.get('label_file', id)
        await scope.delete('label_file', { id })
        void reply.code(204)
      }),
  )
}
