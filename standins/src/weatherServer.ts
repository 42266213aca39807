import { createHash } from 'node:crypto'
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http'
import { almanac } from '@jardinero/almanac'
import type { Day } from '@jardinero/core/quantity'
import { arraysOf, seriesOf } from './openShapes.ts'
import { forecastFrom, forecastHours, historyFrom, weatherYears } from './weatherYears.ts'

const units = { temperature: '°C', rain: 'mm', wind: 'm/s', solar: 'MJ/m²/d', humidity: '1', cloud: '1' }
const isDay = (text: string | null): text is string => /^\d{4}-\d{2}-\d{2}$/.test(text ?? '')

/** What is as it was is not sent again. */
function createAnswer(request: IncomingMessage) {
  return (response: ServerResponse, status: number, body: unknown): void => {
    const text = JSON.stringify(body)
    const etag = `"${createHash('sha256').update(text).digest('hex').slice(0, 24)}"`
    const isSame = status === 200 && request.headers['if-none-match'] === etag
    response.writeHead(isSame ? 304 : status, { 'content-type': 'application/json; charset=utf-8', etag })
    response.end(isSame ? undefined : text)
  }
}
const pointOf = (params: URLSearchParams, names: [string, string]): [number, number] | undefined => {
  const [latitude, longitude] = names.map((n) => Number(params.get(n) ?? NaN)) as [number, number]
  return Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180 ? [latitude, longitude] : undefined
}

/**
 * The stand-in weather service, in the open format of docs/weather.md: GET /stations, /stations/<code>/daily?from&to,
 * /stations/<code>/forecast?issued; and in two shapes of public services, for the day it is: /series?lat&lon and
 * /arrays?latitude&longitude&start_date&end_date. All of it is invented. Not yet listening.
 */
export function createWeatherServer(today: () => Day = () => new Date().toISOString().slice(0, 10)): Server {
  return createServer((request, response) => {
    const answer = createAnswer(request)
    const url = new URL(request.url ?? '/', 'http://standin')
    const [, root, code, what] = url.pathname.split('/')
    const { searchParams: asked } = url
    if (request.method === 'GET' && root === 'series') {
      const at = pointOf(asked, ['lat', 'lon'])
      return at
        ? answer(response, 200, seriesOf(...at, today()))
        : answer(response, 400, { error: 'lat and lon are a point' })
    }
    if (request.method === 'GET' && root === 'arrays') {
      const at = pointOf(asked, ['latitude', 'longitude'])
      const [from, to] = [asked.get('start_date'), asked.get('end_date')]
      return at && isDay(from) && isDay(to)
        ? answer(response, 200, arraysOf(...at, { from, to, today: today() }))
        : answer(response, 400, { error: 'a point and two days are asked for' })
    }
    if (request.method !== 'GET' || root !== 'stations') return answer(response, 404, { error: 'not found' })
    if (!code)
      return answer(
        response,
        200,
        almanac.climates.map(({ weather: _, ...station }) => station),
      )
    if (!almanac.climates.some((c) => c.code === code))
      return answer(response, 404, { error: `no station ${code}` })
    const head = { station: code, units, simulated: true }
    if (what === 'daily') {
      const [from, to] = [url.searchParams.get('from') ?? historyFrom, url.searchParams.get('to')]
      if (!isDay(from) || !isDay(to))
        return answer(response, 400, { error: 'from and to are days, YYYY-MM-DD' })
      const days = weatherYears(code).filter((d) => d.day >= from && d.day <= to)
      return answer(response, 200, { ...head, days })
    }
    if (what === 'forecast') {
      const issued = url.searchParams.get('issued')
      if (!isDay(issued)) return answer(response, 400, { error: 'issued is a day, YYYY-MM-DD' })
      return answer(response, 200, {
        ...head,
        issued,
        days: forecastFrom(code, issued),
        hours: forecastHours(code, issued),
      })
    }
    return answer(response, 404, { error: 'not found' })
  })
}
