import { createServer, type Server, type ServerResponse } from 'node:http'
import { almanac } from '@jardinero/almanac'
import { forecastFrom, forecastHours, historyFrom, weatherYears } from './weatherYears.ts'

const units = { temperature: '°C', rain: 'mm', wind: 'm/s', solar: 'MJ/m²/d', humidity: '1', cloud: '1' }
const isDay = (text: string | null): text is string => /^\d{4}-\d{2}-\d{2}$/.test(text ?? '')

function answer(response: ServerResponse, status: number, body: unknown): void {
  response.writeHead(status, { 'content-type': 'application/json; charset=utf-8' })
  response.end(JSON.stringify(body))
}

/**
 * The stand-in weather service, in the open format of docs/weather.md: GET /stations, /stations/<code>/daily?from&to,
 * /stations/<code>/forecast?issued. All of it is invented. Not yet listening.
 */
export function createWeatherServer(): Server {
  return createServer((request, response) => {
    const url = new URL(request.url ?? '/', 'http://standin')
    const [, root, code, what] = url.pathname.split('/')
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
