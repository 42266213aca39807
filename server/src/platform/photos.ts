import type { AccountId } from '@jardinero/core/quantity'
import Joi from 'joi'
import type { App } from './app.ts'
import { toWire } from './collection.ts'
import { bytes, mostFileBytes, takeUploads } from './bodies.ts'
import { readWithBytes } from './files.ts'
import {
  developPicture,
  redevelopPicture,
  type Developed,
  type PictureFault,
  type PictureOrder,
} from './picture.ts'
import { ProblemError } from './problem.ts'
import type { AccountScope } from './scope.ts'
import { idParams } from './params.ts'

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
const photoOrder: PictureOrder = {
  mostPixels,
  keptSide,
  quality: 82,
  refuse: (fault) =>
    refusePhoto(faultCodes[fault], fault === 'tooLarge' ? { megapixels: mostPixels / 1e6 } : {}),
}
const developPhoto = (sent: Buffer) => developPicture(sent, photoOrder)
/** A photo out of a file of ours. */
export const redevelopPhoto = (sent: Buffer) => redevelopPicture(sent, photoOrder)

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
  query: Joi.ObjectSchema<PhotoOrder>
  /** What a picture is kept with besides the picture. */
  about: (sent: Buffer, order: PhotoOrder) => Promise<object> | object
}
interface StoredPicture {
  id: string
  accountId: AccountId
  picture: Buffer
}

/** What is said of a picture that is sent. */
interface PhotoOrder {
  id: string
  keepPlace?: boolean
  kind?: string
}

/** The picture that is here under this id already; refused where there are as many as there may be. */
async function findPhoto(scope: AccountScope, kind: PhotoKind, ownerId: string, id: string) {
  const others = await scope.find<StoredPicture>(kind.entity, { [kind.ownerKey]: ownerId })
  const same = others.find((p) => p.id === id)
  if (!same && others.length >= mostPhotos) refusePhoto('tooManyPhotos', { most: mostPhotos })
  return same && toWire<object>(same)
}

async function keepPhoto(
  scope: AccountScope,
  kind: PhotoKind,
  ownerId: string,
  { id }: PhotoOrder,
  { data, width, height, about }: Developed & { about: object },
): Promise<{ photo: object; added: boolean }> {
  // Those that come at once are counted one after the other.
  await scope.lock(kind.owner, ownerId)
  const same = await findPhoto(scope, kind, ownerId, id)
  if (same) return { photo: same, added: false }
  const { row } = await scope.add<StoredPicture & Record<string, unknown>>(kind.entity, {
    id,
    [kind.ownerKey]: ownerId,
    width,
    height,
    bytes: data.length,
    ...about,
    picture: data,
  })
  const { picture: _, ...kept } = toWire<StoredPicture>(row)
  return { photo: kept, added: true }
}

/** The picture of a photo. @throws ProblemError notFound */
export const readPicture = async (scope: AccountScope, entity: string, id: string): Promise<Buffer> =>
  (await readWithBytes<StoredPicture>(scope, entity, id)).picture

/** Adding, reading and taking away the pictures of one kind. */
export function registerPhotos(app: App, kind: PhotoKind): void {
  const tags = [kind.tag]
  takeUploads(app, (uploads) =>
    uploads.post(
      kind.addTo,
      {
        schema: {
          tags,
          summary: kind.summary,
          params: idParams,
          querystring: kind.query,
          body: bytes,
        },
        bodyLimit: mostFileBytes,
      },
      async (request, reply) => {
        const { id } = request.params
        const order = request.query
        const sent = request.body
        const same = await app.scoped(request, async (scope) => {
          await scope.get(kind.owner, id)
          return findPhoto(scope, kind, id, order.id)
        })
        if (same) return same
        // No connection is held while it is made smaller.
        const developed = { ...(await developPhoto(sent)), about: await kind.about(sent, order) }
        const { photo, added } = await app.scoped(request, (scope) =>
          keepPhoto(scope, kind, id, order, developed),
        )
        void reply.code(added ? 201 : 200)
        return photo
      },
    ),
  )
  app.get(
    `${kind.readAt}/:id`,
    { schema: { tags, summary: 'The picture of a photo', params: idParams } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const picture = await readPicture(scope, kind.entity, request.params.id)
        void reply.type('image/jpeg')
        return reply.send(picture)
      }),
  )
  app.delete(
    `${kind.readAt}/:id`,
    { schema: { tags, summary: 'Takes a photo away', params: idParams } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        const { id } = request.params
        await scope.get(kind.entity, id)
        await scope.delete(kind.entity, { id })
        void reply.code(204)
      }),
  )
}
