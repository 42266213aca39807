import exifr from 'exifr'
import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import * as wire from '@jardinero/contract/scout'
import { toWire } from '../platform/collection.ts'
import { mostFileBytes, readWithBytes } from '../platform/files.ts'
import { developPicture, type PictureFault } from '../platform/picture.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'
import type { StoredPhoto } from './entities.ts'

const mostPixels = 60_000_000
const mostPhotos = 6
/** Longest side of what is kept, pixels. */
const keptSide = 1600

const refusePhoto = (code: string, params: Record<string, number | string> = {}): never => {
  throw new ProblemError('refused', [{ code, field: 'photo', params }])
}

const faultCodes: Record<PictureFault, string> = {
  notAPicture: 'photoNotAnImage',
  tooLarge: 'photoTooLarge',
  corrupt: 'photoCorrupt',
}
const developPhoto = (sent: Buffer) =>
  developPicture(sent, {
    mostPixels,
    keptSide,
    quality: 82,
    refuse: (fault) =>
      refusePhoto(faultCodes[fault], fault === 'tooLarge' ? { megapixels: mostPixels / 1e6 } : {}),
  })

/** When and where the camera says it was taken; nothing where it does not say. */
async function readTaken(sent: Buffer, keepPlace: boolean) {
  const [exif, gps] = await Promise.all([
    exifr.parse(sent, ['DateTimeOriginal']).catch(() => undefined),
    keepPlace ? exifr.gps(sent).catch(() => undefined) : undefined,
  ])
  const when = exif?.DateTimeOriginal as Date | undefined
  const told = when instanceof Date && !Number.isNaN(when.getTime())
  return {
    takenAt: told ? when.toISOString() : null,
    latitude: gps?.latitude ?? null,
    longitude: gps?.longitude ?? null,
  }
}

async function addPhoto(
  scope: AccountScope,
  findId: string,
  { id, keepPlace }: { id: string; keepPlace: boolean },
  sent: Buffer,
): Promise<{ photo: wire.FindPhoto; added: boolean }> {
  await scope.get('plant_find', findId)
  const others = await scope.find<StoredPhoto>('find_photo', { findId })
  const same = others.find((p) => p.id === id)
  if (same) return { photo: toWire(same), added: false }
  if (others.length >= mostPhotos) refusePhoto('tooManyPhotos', { most: mostPhotos })
  const { data, info } = await developPhoto(sent)
  const { row } = await scope.add<Omit<StoredPhoto, 'accountId' | 'createdAt'>>('find_photo', {
    id,
    findId,
    width: info.width,
    height: info.height,
    bytes: data.length,
    ...(await readTaken(sent, keepPlace)),
    picture: data,
  })
  const { picture: _, ...kept } = toWire<StoredPhoto>(row)
  return { photo: kept, added: true }
}

/** The picture of a photo. @throws ProblemError notFound */
export const readPicture = async (scope: AccountScope, id: string): Promise<Buffer> =>
  (await readWithBytes<StoredPhoto>(scope, 'find_photo', id)).picture

const params = Joi.object({ id: Joi.string().uuid().required() })
const tags = ['scout']

export async function photoRoutes(app: FastifyInstance): Promise<void> {
  app.post(
    '/api/scout/finds/:id/photos',
    {
      schema: {
        tags,
        summary: 'A photo of a find, as the bytes of a JPEG, PNG or WebP',
        params,
        querystring: wire.photoRequest,
        body: Joi.binary().required(),
      },
      bodyLimit: mostFileBytes,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        const order = request.query as { id: string; keepPlace: boolean }
        const { photo, added } = await addPhoto(scope, id, order, request.body as Buffer)
        void reply.code(added ? 201 : 200)
        return photo
      }),
  )
  app.get(
    '/api/scout/photos/:id',
    { schema: { tags, summary: 'The picture of a photo', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const picture = await readPicture(scope, (request.params as { id: string }).id)
        void reply.type('image/jpeg').header('cache-control', 'private, max-age=86400')
        return reply.serializer((bytes) => bytes as never).send(picture)
      }),
  )
  app.delete(
    '/api/scout/photos/:id',
    { schema: { tags, summary: 'Takes a photo away', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        await scope.get('find_photo', id)
        await scope.manager.delete('find_photo', { id, accountId: scope.accountId })
        void reply.code(204)
      }),
  )
}
