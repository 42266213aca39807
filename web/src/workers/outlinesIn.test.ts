import { describe, expect, it } from 'vitest'
import { outlinesIn } from './outlinesIn.ts'

const ring = [
  [-84, 38],
  [-83.999, 38],
  [-83.999, 38.001],
  [-84, 38],
]
const corners = [
  [38, -84],
  [38, -83.999],
  [38.001, -83.999],
  [38, -84],
]
const points = (tag: string) => corners.map(([lat, lon]) => `<${tag} lat="${lat}" lon="${lon}"/>`).join('')

describe('a file of outlines', () => {
  it.each([
    [
      'GeoJSON',
      JSON.stringify({
        type: 'FeatureCollection',
        features: [
          {
            type: 'Feature',
            properties: { name: 'Front' },
            geometry: { type: 'Polygon', coordinates: [ring, ring] },
          },
        ],
      }),
      [
        { name: 'Front', corners, isHole: false },
        { name: 'Front', corners, isHole: true },
      ],
    ],
    [
      'a track of a phone',
      `<?xml version="1.0"?><gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1"><trk><name>Walk</name><trkseg>${points('trkpt')}</trkseg></trk></gpx>`,
      [{ name: 'Walk', corners, isHole: false }],
    ],
    [
      'pins of a phone',
      `<gpx version="1.1" xmlns="http://www.topografix.com/GPX/1/1">${points('wpt')}</gpx>`,
      [{ name: '', corners, isHole: false }],
    ],
    [
      'KML',
      `<kml xmlns="http://www.opengis.net/kml/2.2"><Placemark><name>Back</name><Polygon><outerBoundaryIs><LinearRing><coordinates>${ring.map((p) => p.join(',')).join(' ')}</coordinates></LinearRing></outerBoundaryIs></Polygon></Placemark></kml>`,
      [{ name: 'Back', corners, isHole: false }],
    ],
    ['a bare area', JSON.stringify({ type: 'Polygon', coordinates: [ring] }), [{ corners }]],
    ['one without any', JSON.stringify({ type: 'FeatureCollection', features: [] }), []],
  ])('is read: %s', (_, text, outlines) => {
    expect(outlinesIn(text)).toMatchObject(outlines)
    expect(outlinesIn(text)).toHaveLength(outlines.length)
  })
  it.each(['', '{', 'null', '<gpx><trk>', '<html></html', '[1, 2]', '{"type":"FeatureCollection"}'])(
    'is refused where it is none: %s',
    (text) => {
      let found: unknown = []
      try {
        found = outlinesIn(text)
      } catch (error) {
        expect(error).toBeInstanceOf(SyntaxError)
      }
      expect(found).toEqual([])
    },
  )
})
