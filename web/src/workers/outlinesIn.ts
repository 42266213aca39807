import { gpx, kml } from '@tmcw/togeojson'
import { DOMParser } from '@xmldom/xmldom'
import type { Feature, GeoJSON, Geometry, Position } from 'geojson'

/** An outline as a file tells it. */
export interface ToldOutline {
  name: string
  corners: [latitude: number, longitude: number][]
  /** Cut out of the one before it. */
  isHole: boolean
}

const cornersOf = (line: Position[]): ToldOutline['corners'] => line.map(([lon, lat]) => [lat!, lon!])

function outlinesOf(geometry: Geometry | null, name: string): ToldOutline[] {
  switch (geometry?.type) {
    case 'Polygon':
      return geometry.coordinates.map((ring, i) => ({ name, corners: cornersOf(ring), isHole: i > 0 }))
    case 'MultiPolygon':
      return geometry.coordinates.flatMap((coordinates) => outlinesOf({ type: 'Polygon', coordinates }, name))
    // A track that was walked round.
    case 'LineString':
    case 'MultiPoint':
      return [{ name, corners: cornersOf(geometry.coordinates), isHole: false }]
    case 'MultiLineString':
      return [{ name, corners: cornersOf(geometry.coordinates.flat()), isHole: false }]
    case 'GeometryCollection':
      return geometry.geometries.flatMap((g) => outlinesOf(g, name))
    default:
      return []
  }
}

/** Pins that were set one by one, in their order. */
function pinned(features: Feature[]): ToldOutline[] {
  const pins = features.flatMap((f) => (f.geometry?.type === 'Point' ? [f.geometry.coordinates] : []))
  return pins.length > 2 ? [{ name: '', corners: cornersOf(pins), isHole: false }] : []
}

function featuresIn(told: GeoJSON): Feature[] {
  if (told.type === 'FeatureCollection') return told.features
  return told.type === 'Feature' ? [told] : [{ type: 'Feature', properties: {}, geometry: told }]
}

function parsed(text: string): GeoJSON {
  if (!text.trimStart().startsWith('<')) return JSON.parse(text) as GeoJSON
  const quiet = { onError: (level: string, words: string) => level !== 'warning' && fail(words) }
  const xml = new DOMParser(quiet).parseFromString(text, 'text/xml')
  return (xml.documentElement?.localName === 'kml' ? kml(xml) : gpx(xml)) as GeoJSON
}
function fail(words: string): never {
  throw new SyntaxError(words)
}

/**
 * Every outline in a file of GeoJSON, GPX or KML: areas, tracks that were walked round, pins in their order.
 * @throws SyntaxError where it is none of these
 */
export function outlinesIn(text: string): ToldOutline[] {
  let features: Feature[]
  try {
    features = featuresIn(parsed(text))
    const lines = features.flatMap((f) => {
      const name: unknown = f.properties?.['name']
      return outlinesOf(f.geometry, typeof name === 'string' ? name.slice(0, 80) : '')
    })
    const outlines = lines.filter((o) => o.corners.length > 2)
    return outlines.length ? outlines : pinned(features)
  } catch (error) {
    throw new SyntaxError(String(error), { cause: error })
  }
}
