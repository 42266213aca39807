import { computeSoilForecast, type PlaceForecast, type SoilForecastRequest } from '@jardinero/core/soil'

/** What the worker says: a place done, or that nothing could be computed. */
export type ForecastMessage = { kind: 'place'; place: PlaceForecast } | { kind: 'done' } | { kind: 'refused' }

/** Forecasts place after place, each told as it is done. Ending the worker is how a forecast is broken off. */
self.onmessage = ({ data }: MessageEvent<SoilForecastRequest>) => {
  const tell = (message: ForecastMessage) => self.postMessage(message)
  for (const place of data.places) {
    const readings = data.readings.filter((r) => r.placeId === place.id)
    const outcome = computeSoilForecast({ ...data, places: [place], readings })
    if (!outcome.ok) return tell({ kind: 'refused' })
    tell({ kind: 'place', place: outcome.value[0]! })
  }
  tell({ kind: 'done' })
}
