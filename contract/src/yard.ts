import type { SectionId, YardId, ZoneId } from '@jardinero/core/quantity'
import Joi from 'joi'
import {
  lawnColumns,
  mostCorners,
  mostOutlineCorners,
  placeKinds,
  shapeKinds,
  sparedThings,
  turfStates,
  widestStripFt,
  type LawnColumns,
  type PlaceKind,
  type Section as TapedSection,
  type Spared,
  type TurfState,
} from '@jardinero/core/yard'
import { verdictThresholds, type Thresholds } from '@jardinero/core/scout'
import type { SeasonWishes } from '@jardinero/core/season'
import type { ShelfSituation, TurfCheck } from '@jardinero/core/shelf'
import { timingSchoolIds, type GroundChoices, type TimingSchoolId } from '@jardinero/core/soil'
import { mostLawnsText } from './constants.ts'
import { id, instant, list, name, number, rowShapes, type Row } from './field.ts'
import { mostTags, tag } from './lawns.ts'
import { ground, timingParameters } from './soil.ts'
import { seasonWishes } from './season.ts'
import { outingWishes, type OutingWishes } from './outing.ts'
import { shelfSituation, turfCheck } from './shelf.ts'

export const placesFrom = ['clock', 'town', 'device', 'point'] as const
export type PlaceFrom = (typeof placesFrom)[number]

export interface Yard extends Row<'yard'> {
  name: string
  latitude: number
  longitude: number
  timeZone: string
  /** Code of the nearest shipped climate. */
  climate: string
  /** Where its place comes from: guessed by the device's clock, a town, the device's position or a point. Said by hand where nothing is told. */
  placeFrom?: PlaceFrom | null
  /** Town or postcode it lies at, as it was found. */
  town?: string | null
  /** Two letters (ISO 3166-1), and the state or province by its name: whose law holds. */
  country?: string | null
  region?: string | null
  /** Height above the sea. */
  elevationM?: number | null
  timingSchool: TimingSchoolId
  /** What the person has changed of the schools' parameters: temperatures in °C, spans in days. */
  timingParameters?: Partial<Record<TimingSchoolId, Record<string, number>>> | null
  /** The numbers a verdict on a find rests on, where the person has changed them. */
  verdictThresholds?: Partial<Thresholds> | null
  /** What the owner wants of the season and cannot, where anything was said. */
  seasonWishes?: SeasonWishes | null
  /** Who sprays, on what ground, and what is beside it, where anything was said. */
  shelfSituation?: ShelfSituation | null
  /** Hours, mowing and limits of one's own, where anything was said. */
  outingWishes?: OutingWishes | null
  /** Codes of weeds that are watched here though none was found. */
  watchedWeeds?: string[] | null
  /** Whose yard it is, for a firm. */
  client?: string | null
  /** Street and number, where its name is not that. */
  address?: string | null
  /** How one gets in: a gate, its code, a key. */
  gate?: string | null
  dog?: boolean | null
  /** What the crew must know there: beehives, a well, strips that are not sprayed. */
  siteNotes?: string | null
  /** Words by which a firm gathers its properties. */
  tags?: string[] | null
  /** Since when nobody goes there any more. */
  archivedAt?: string | null
}

/** A part of the yard with one turf, or of other ground. */
export interface Zone extends Row<'zone'> {
  yardId: YardId
  name: string
  turf: string
  state: TurfState
  /** What was looked at on young turf, or on turf that looks dormant. */
  turfCheck?: TurfCheck | null
  /** What stands in or beside it that must not be hit. */
  spared?: Spared[] | null
}

/** A taped section and where it lies on the plan: its own corner in feet, turned in degrees. */
export interface Section extends Row<'section'>, TapedSection {
  zoneId: ZoneId
  xFt: number
  yFt: number
  turnDeg: number
}

/** A spot that is measured on its own: the open middle, a warm edge. An edge lies on one side of a section. */
export interface Place extends Row<'place'> {
  zoneId: ZoneId
  name: string
  kind: PlaceKind
  sectionId: SectionId | null
  side: number | null
  /** Of an edge that is gone over on its own: how wide its strip is. */
  widthFt?: number | null
  /** What is known of its ground and turf, where it differs from what is usual for its kind. */
  ground?: Partial<GroundChoices> | null
}

const timeZone = Joi.string()
  .max(64)
  .custom((value: string, helpers) => {
    try {
      new Intl.DateTimeFormat('en', { timeZone: value })
      return value
    } catch {
      return helpers.error('any.invalid')
    }
  })

const country = Joi.string().regex(/^[A-Z]{2}$/)
const latitude = Joi.number().min(-90).max(90)
const longitude = Joi.number().min(-180).max(180)

export const yard = rowShapes<Yard>({
  name: name.required(),
  latitude: latitude.required(),
  longitude: longitude.required(),
  timeZone: timeZone.required(),
  climate: Joi.string().max(40).required(),
  placeFrom: Joi.string()
    .valid(...placesFrom)
    .allow(null),
  town: Joi.string().trim().max(120).allow(null),
  country: country.allow(null),
  region: Joi.string().trim().max(80).allow(null),
  elevationM: Joi.number().min(-500).max(6000).allow(null),
  timingSchool: Joi.string()
    .valid(...timingSchoolIds)
    .required(),
  timingParameters: timingParameters.allow(null),
  verdictThresholds: Joi.object()
    .pattern(Joi.valid(...Object.keys(verdictThresholds)), Joi.number())
    .allow(null),
  seasonWishes: seasonWishes.allow(null),
  shelfSituation: shelfSituation.allow(null),
  outingWishes: outingWishes.allow(null),
  watchedWeeds: list(Joi.string().max(60), 40).allow(null),
  client: Joi.string().trim().max(120).allow('', null),
  address: Joi.string().trim().max(200).allow('', null),
  gate: Joi.string().trim().max(200).allow('', null),
  dog: Joi.boolean().allow(null),
  siteNotes: Joi.string().trim().max(2000).allow('', null),
  tags: list(tag, mostTags).unique().allow(null),
  archivedAt: instant.allow(null),
})

export const zone = rowShapes<Zone>({
  yardId: id.required(),
  name: name.required(),
  turf: Joi.string().max(40).required(),
  state: Joi.string()
    .valid(...turfStates)
    .required(),
  turfCheck: turfCheck.allow(null),
  spared: list(Joi.valid(...sparedThings), sparedThings.length)
    .unique()
    .allow(null),
})

/** Taped lengths pass through as they came: the core says in words what is wrong with them. */
const taped = {
  name: name.required(),
  kind: Joi.string()
    .valid(...shapeKinds)
    .required(),
  lengthsFt: list(number, 2 * mostCorners).required(),
  deduction: Joi.boolean().required(),
  accuracyFt: Joi.number().greater(0).max(300).allow(null),
}

export const section = rowShapes<Section>({
  zoneId: id.required(),
  ...taped,
  xFt: Joi.number().min(-5000).max(5000).required(),
  yFt: Joi.number().min(-5000).max(5000).required(),
  turnDeg: Joi.number().min(-360).max(360).required(),
})

export const place = rowShapes<Place>({
  zoneId: id.required(),
  name: name.required(),
  kind: Joi.string()
    .valid(...placeKinds)
    .required(),
  sectionId: id.allow(null).required(),
  side: Joi.number().integer().min(0).allow(null).required(),
  widthFt: Joi.number().greater(0).max(widestStripFt).allow(null),
  ground: ground.allow(null),
})

/** POST /api/yard/area */
export const areaRequest = Joi.object<{ sections: TapedSection[]; tapeUncertaintyFt: number }, true>({
  sections: list(Joi.object(taped), 100).required(),
  tapeUncertaintyFt: number.default(0.5),
})

/** POST /api/yard/geographic-area */
export const geographicAreaRequest = Joi.object<{ corners: [number, number][] }, true>({
  corners: list(
    Joi.array().ordered(number.required(), number.required()).length(2),
    mostOutlineCorners,
  ).required(),
})

/** What follows from a point: GET /api/yard/whereabouts */
export interface Whereabouts {
  latitude: number
  longitude: number
  timeZone: string
  hemisphere: 'northern' | 'southern'
  climate: string
  /** Great-circle distance to that climate's station. */
  distanceKm: number
  /** The nearest town that is known, and what is known by it; nothing far from any. */
  town: string | null
  country: string | null
  region: string | null
  elevationM: number | null
}
/** A point, or a time zone alone: then it is the largest town in it. */
export const whereaboutsRequest = Joi.object<
  { latitude?: number; longitude?: number; timeZone?: string },
  true
>({ latitude, longitude, timeZone })
  .and('latitude', 'longitude')
  .xor('latitude', 'timeZone')

/** A town, or a postcode, that was looked for. */
export interface Town {
  name: string
  /** State or province, where it is known by name. */
  region: string | null
  country: string
  /** Where it was found by its postcode. */
  postcode: string | null
  latitude: number
  longitude: number
}
/** GET /api/yard/towns */
export interface TownsFound {
  towns: Town[]
}
export const townsRequest = Joi.object<{ search: string; near: string }, true>({
  search: Joi.string().trim().min(2).max(80).required(),
  near: country.empty('').default('US'),
})

/** POST /api/yard/lawns: a firm's list of lawns, as CSV. */
export interface LawnsOrder {
  csv: string
  /** They lie about there, where no point is told. */
  nearYardId: YardId
  /** Which column tells what; by their headings where it is not said. */
  columns: LawnColumns | null
  /** For lines that say no grass. */
  usualTurf: string | null
  /** Only what it would come to. */
  dryRun: boolean
}
export const lawnsOrder = Joi.object<LawnsOrder, true>({
  csv: Joi.string().max(mostLawnsText).required(),
  nearYardId: id.required(),
  columns: Joi.object()
    .pattern(Joi.valid(...lawnColumns), Joi.number().integer().min(0).max(200))
    .allow(null)
    .default(null),
  usualTurf: Joi.string().max(40).allow(null).default(null),
  dryRun: Joi.boolean().default(false),
})
export interface LawnsTaken {
  heading: string[]
  columns: LawnColumns
  lawns: number
  properties: number
  /** Lines that say the same lawn again. */
  doubles: number
  /** Lawns that were not there. */
  added: number
}
