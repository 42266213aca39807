import exifr from 'exifr'
import type { FastifyInstance } from 'fastify'
import Joi from 'joi'
import { toWire } from './collection.ts'
import { mostFileBytes, readWithBytes } from './files.ts'
import { developPicture, type PictureFault } from './picture.ts'
import { ProblemError } from './problem.ts'
import type { AccountScope } from './scope.ts'

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
export async function readTaken(sent: Buffer, keepPlace: boolean) {
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

/** Pictures that belong to rows of one kind. */
export interface PhotoKind {
  tag: string
  summary: string
  /** The row they belong to, and the column that names it. */
  owner: string
  ownerKey: string
  entity: string
  /** POST here, with the owner's id in it; GET and DELETE there, by the picture's own. */
  addTo: string
  readAt: string
  query: Joi.ObjectSchema
  /** What a picture is kept with besides the picture. */
  about: (sent: Buffer, order: Record<string, unknown>) => Promise<object> | object
}
interface StoredPicture {
  id: string
  accountId: string
  picture: Buffer
}

async function addPhoto(
  scope: AccountScope,
  kind: PhotoKind,
  ownerId: string,
  { id, ...order }: Record<string, unknown> & { id: string },
  sent: Buffer,
): Promise<{ photo: object; added: boolean }> {
  await scope.get(kind.owner, ownerId)
  const others = await scope.find<StoredPicture>(kind.entity, { [kind.ownerKey]: ownerId } as never)
  const same = others.find((p) => p.id === id)
  if (same) return { photo: toWire(same), added: false }
  if (others.length >= mostPhotos) refusePhoto('tooManyPhotos', { most: mostPhotos })
  const { data, info } = await developPhoto(sent)
  const { row } = await scope.add<StoredPicture>(kind.entity, {
    id,
    [kind.ownerKey]: ownerId,
    width: info.width,
    height: info.height,
    bytes: data.length,
    ...(await kind.about(sent, order)),
    picture: data,
  } as never)
  const { picture: _, ...kept } = toWire<StoredPicture>(row)
  return { photo: kept, added: true }
}

/** The picture of a photo. @throws ProblemError notFound */
export const readPicture = async (scope: AccountScope, entity: string, id: string): Promise<Buffer> =>
  (await readWithBytes<StoredPicture>(scope, entity, id)).picture

const params = Joi.object({ id: Joi.string().uuid().required() })

/** Adding, reading and taking away the pictures of one kind. */
export function registerPhotos(app: FastifyInstance, kind: PhotoKind): void {
  const tags = [kind.tag]
  app.post(
    kind.addTo,
    {
      schema: {
        tags,
        summary: kind.summary,
        params,
        querystring: kind.query,
        body: Joi.binary().required(),
      },
      bodyLimit: mostFileBytes,
    },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        const { photo, added } = await addPhoto(
          scope,
          kind,
          id,
          request.query as { id: string },
          request.body as Buffer,
        )
        void reply.code(added ? 201 : 200)
        return photo
      }),
  )
  app.get(
    `${kind.readAt}/:id`,
    { schema: { tags, summary: 'The picture of a photo', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const picture = await readPicture(scope, kind.entity, (request.params as { id: string }).id)
        void reply.type('image/jpeg').header('cache-control', 'private, max-age=86400')
        return reply.serializer((bytes) => bytes as never).send(picture)
      }),
  )
  app.delete(
    `${kind.readAt}/:id`,
    { schema: { tags, summary: 'Takes a photo away', params } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params as { id: string }
        await scope.get(kind.entity, id)
        await scope.manager.delete(kind.entity, { id, accountId: scope.accountId })
        void reply.code(204)
      }),
  )
}
