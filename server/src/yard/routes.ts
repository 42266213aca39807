import geodesic from 'geographiclib-geodesic'
import tzlookup from '@photostructure/tz-lookup'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/yard'
import type { Refusal } from '@jardinero/core/quantity'
import { checkGround, checkParameters } from '@jardinero/core/soil'
import {
  checkSection,
  computeArea,
  computeGeographicArea,
  hemisphereOf,
  openGrounds,
} from '@jardinero/core/yard'
import type { App } from '../platform/app.ts'
import { takeFiles } from '../tasks/index.ts'
import { large } from '../platform/large.ts'
import { collectionOf, type Collection } from '../platform/collection.ts'
import { accept, ProblemError } from '../platform/problem.ts'
import { createGazetteer } from './gazetteer/index.ts'

/** Turf of the almanac, and ground that is none. */
const knownTurf = new Set([...almanac.turf.map((t) => t.code), ...openGrounds])
const knownClimates = new Set(almanac.climates.map((c) => c.code))

const unknownCode = (known: Set<string>, value: unknown, field: string): Refusal[] =>
  known.has(String(value)) ? [] : [{ code: 'unknownCode', field, params: { given: String(value) } }]

/** The field inside the row: the core names it under the section. */
const ownField = (refusal: Refusal): Refusal => ({
  ...refusal,
  field: refusal.field?.replace(/^section\./, ''),
})

export const yardCollections: Collection[] = [
  collectionOf({
    room: 'yard',
    path: 'yards',
    entity: 'yard',
    shapes: wire.yard,
    check: (row) => [
      ...unknownCode(knownClimates, row.climate, 'climate'),
      ...checkParameters(row.timingParameters ?? {}).map((r) => ({
        ...r,
        field: `timingP${r.field!.slice(1)}`,
      })),
    ],
  }),
  collectionOf({
    room: 'yard',
    path: 'zones',
    entity: 'zone',
    shapes: wire.zone,
    check: (row) => unknownCode(knownTurf, row.turf, 'turf'),
  }),
  collectionOf({
    room: 'yard',
    path: 'sections',
    entity: 'section',
    shapes: wire.section,
    check: (row) => checkSection(row).map(ownField),
    discards: [],
  }),
  collectionOf({
    room: 'yard',
    path: 'places',
    entity: 'place',
    shapes: wire.place,
    purges: [
      { entity: 'soil_reading', by: 'placeId' },
      { entity: 'plant_find', by: 'placeId' },
    ],
    check: (row) => checkGround(row.ground).map((r) => ({ ...r, field: `ground.${r.field}` })),
  }),
]

function nearestClimate(latitude: number, longitude: number) {
  const climates = almanac.climates.map((c) => ({
    climate: c.code,
    distanceKm:
      (geodesic.Geodesic.WGS84.Inverse(latitude, longitude, c.latitude, c.longitude).s12 ?? Infinity) / 1000,
  }))
  return climates.toSorted((a, b) => a.distanceKm - b.distanceKm)[0]!
}

/** What follows from where a lawn lies; by a time zone alone it is the largest town in it. @throws ProblemError refused where the zone is none of a town's */
async function findWhereabouts(
  { nearest, largestIn }: ReturnType<typeof createGazetteer>,
  asked: { latitude?: number; longitude?: number; timeZone?: string },
): Promise<wire.Whereabouts> {
  const { timeZone } = asked
  const largest = timeZone === undefined ? null : await largestIn(timeZone)
  if (timeZone !== undefined && !largest)
    throw new ProblemError('refused', [
      { code: 'clockUnknown', field: 'timeZone', params: { given: timeZone } },
    ])
  const { latitude, longitude } = largest ?? { latitude: asked.latitude!, longitude: asked.longitude! }
  const town = largest ?? (await nearest(latitude, longitude))
  return {
    latitude,
    longitude,
    timeZone: tzlookup(latitude, longitude),
    hemisphere: hemisphereOf(latitude),
    ...nearestClimate(latitude, longitude),
    town: town && [town.name, town.region ?? town.country].join(', '),
    country: town?.country ?? null,
    region: town?.region ?? null,
    elevationM: town?.elevationM ?? null,
  }
}

export function yardRoutes(app: App): void {
  const tags = ['yard']
  const gazetteer = createGazetteer(app)
  app.post(
    '/api/yard/area',
    {
      schema: { tags, summary: 'Area of a lawn from taped sections', body: wire.areaRequest },
      config: { open: true },
    },
    (request) => {
      const { sections, tapeUncertaintyFt } = request.body
      return accept(computeArea(sections, tapeUncertaintyFt))
    },
  )
  app.post(
    '/api/yard/geographic-area',
    {
      schema: {
        tags,
        summary: 'Area inside corners by latitude and longitude',
        body: wire.geographicAreaRequest,
      },
      config: { open: true },
      // 20,000 corners, as a phone tells them.
      bodyLimit: 2 * 1024 * 1024,
    },
    (request) => accept(computeGeographicArea(request.body.corners)),
  )
  app.get(
    '/api/yard/whereabouts',
    {
      schema: {
        tags,
        summary: 'Clock, hemisphere, nearest shipped climate, height and law of a point, or of a time zone',
        querystring: wire.whereaboutsRequest,
      },
      // It asks the thread of the towns, which all share.
      config: { open: true, rateLimit: { max: 60, timeWindow: '1 minute' } },
    },
    (request) => findWhereabouts(gazetteer, request.query),
  )
  app.get(
    '/api/yard/towns',
    {
      schema: {
        tags,
        summary: 'Towns and postcodes by name, despite a slip of the finger',
        querystring: wire.townsRequest,
      },
    },
    async (request): Promise<wire.TownsFound> => {
      const { search, near } = request.query
      return { towns: await gazetteer.find(search, near) }
    },
  )
  takeFiles(app, [
    {
      url: '/api/yard/lawns',
      kind: 'lawns',
      tag: 'yard',
      summary: 'Takes a list of lawns in from CSV, all or none, as a task; or says what it would come to',
      body: wire.lawnsOrder,
      bodyLimit: 8 * 1024 * 1024,
    },
  ])
  app.get(
    '/api/almanac',
    { ...large, schema: { tags, summary: 'Turf types, climates and barriers' }, config: { open: true } },
    () => ({ turf: almanac.turf, climates: almanac.climates, barriers: almanac.barriers }),
  )
}
