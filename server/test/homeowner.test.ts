import { randomUUID } from 'node:crypto'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { KeptAnswer } from '@jardinero/contract/answer'
import { createWeatherServer } from '@jardinero/standins'
import { startTestServer, Visitor } from './harness.ts'
import { lawn } from './lawn.ts'

const weather = createWeatherServer()
let weatherUrl = ''
beforeAll(async () => {
  await new Promise<void>((ready) => weather.listen(0, '127.0.0.1', ready))
  weatherUrl = `http://127.0.0.1:${(weather.address() as AddressInfo).port}`
})
afterAll(() => void weather.close())

/** A new homeowner’s first hour on a day: a lawn of tall fescue, one reading, the barrier that the shop sold; and what is said. */
async function firstHour(day: string, temperatureC: number, find?: { plant: string; stage: string }) {
  const server = await startTestServer({ weatherUrl, now: new Date(`${day}T17:00:00Z`) })
  try {
    const visitor = await new Visitor(server.app).signUp()
    const add = async (url: string, body: object) => {
      const response = await visitor.post(url, { id: randomUUID(), ...body })
      if (response.statusCode !== 201) throw new Error(`${url}: ${response.body}`)
      return (response.json() as { id: string }).id
    }
    const yard = await add('/api/yard/yards', lawn.yard)
    const zone = await add('/api/yard/zones', { yardId: yard, ...lawn.zone, name: 'Front' })
    await add('/api/yard/sections', { zoneId: zone, ...lawn.section })
    const place = { zoneId: zone, name: 'Middle', kind: 'middle', sectionId: null, side: null }
    const middle = await add('/api/yard/places', place)
    await add('/api/soil/readings', {
      ...lawn.reading,
      placeId: middle,
      takenAt: `${day}T15:00:00Z`,
      temperatureC,
    })
    await add('/api/shelf/labels', { rules: lawn.label })
    if (find)
      await add('/api/scout/finds', {
        zoneId: zone,
        placeId: middle,
        xFt: null,
        yFt: null,
        foundOn: day,
        candidates: [],
        answers: {},
        leafCount: null,
        tillerCount: null,
        amount: { kind: 'notCounted' },
        wantedShare: null,
        note: '',
        ...find,
      })
    for (;;) {
      const told = (await visitor.get(`/api/yard/yards/${yard}/answer`)).json() as KeptAnswer
      if (told.isCurrent && told.answer) return told.answer
      await new Promise((later) => setTimeout(later, 60))
    }
  } finally {
    await server.close()
  }
}
const patient = { timeout: 60_000 }

describe('a new homeowner', () => {
  it(
    'in February is told when: before the soil has warmed, by their own way of timing',
    patient,
    async () => {
      const { next } = await firstHour('2026-02-10', 4)
      expect(next).toMatchObject({
        kind: 'proposed',
        school: 'edgeLed',
        label: 'Tarnfold 50 WG',
        zones: ['Front'],
      })
      const { day } = next as { day: string }
      expect(day >= '2026-03-01' && day <= '2026-04-30', day).toBe(true)
    },
  )
  it('in November is offered no pass of spring on a falling soil', patient, async () => {
    const { next } = await firstHour('2026-11-29', 8)
    // Spring’s is dated in spring, with the soil still to fall.
    expect(next).toMatchObject({ kind: 'proposed', school: 'edgeLed' })
    const { day } = next as { day: string }
    expect(day >= '2027-02-15' && day <= '2027-04-30', day).toBe(true)
  })
  it(
    'in late July is told that spring’s is over: nothing is put down now against what is up',
    patient,
    async () => {
      const { next } = await firstHour('2026-07-25', 26, { plant: 'smoothCrabgrass', stage: 'mature' })
      // What may come is autumn’s, once the soil falls.
      if (next && next.kind !== 'none') expect(next.day! >= '2026-08-10', JSON.stringify(next)).toBe(true)
      else if (next) expect(next.why).toBe('tooLate')
    },
  )
})
