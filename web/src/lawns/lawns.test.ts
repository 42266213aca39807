// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { LawnPage, LawnPoint, LawnRow } from '@jardinero/contract/lawns'
import { atHome, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import { layOut } from './layOut.ts'
import LawnsPage from './LawnsPage.vue'
import { choiceOf, queryOf } from './useLawns.ts'

afterEach(() => vi.unstubAllGlobals())

describe('what a list is asked for', () => {
  it('is the same after it was an address, and what an address should not say is passed over', () => {
    const choice = {
      wishes: { search: 'elm st', due: 'late' as const, risk: 12, archived: true },
      order: 'area' as const,
      descending: true,
    }
    expect(choiceOf(queryOf(choice))).toEqual(choice)
    expect(choiceOf({ due: 'yesterday', order: 'colour', risk: 'much', day: '2026-03-01' })).toEqual({
      wishes: {},
      order: 'due',
      descending: false,
    })
  })
})

describe('the map', () => {
  const point = (latitude: number, longitude: number): LawnPoint => ({
    id: `${latitude}`,
    yardId: 'y',
    name: 'a',
    at: [latitude, longitude],
    due: 'late',
    soilC: null,
  })
  it('is north up, true in both directions, inside its frame, with a bar of a round length', () => {
    const size = { width: 760, height: 480 }
    const { at, scale } = layOut([point(38, -84.5), point(38.2, -84.5), point(38.1, -84.2)], size, true)
    expect(at[1]!.y).toBeLessThan(at[0]!.y)
    expect(at[2]!.x).toBeGreaterThan(at[0]!.x)
    for (const { x, y } of at) {
      expect(Math.abs(x - size.width / 2)).toBeLessThanOrEqual(size.width / 2)
      expect(Math.abs(y - size.height / 2)).toBeLessThanOrEqual(size.height / 2)
    }
    // 0.2° of latitude are 22.2 km; 0.3° of longitude at 38.1° are 26.3 km.
    const pxAKm = scale!.px / scale!.far
    expect((at[0]!.y - at[1]!.y) / pxAKm).toBeCloseTo(22.2, 0)
    expect((at[2]!.x - at[0]!.x) / pxAKm).toBeCloseTo(26.3, 0)
    expect([1, 2, 5, 10]).toContain(scale!.far)
  })
  it('of no lawn, or of lawns at one point, is none that breaks', () => {
    expect(layOut([], { width: 10, height: 10 }, false)).toEqual({ at: [] })
    const { at } = layOut([point(38, -84), point(38, -84)], { width: 100, height: 60 }, false)
    expect(at.map((a) => [a.x, a.y])).toEqual([
      [50, 30],
      [50, 30],
    ])
  })
})

describe('the page', () => {
  const row = (i: number): LawnRow => ({
    id: `z${i}`,
    yardId: `y${i}`,
    name: 'Front',
    yard: `${i} Elm St`,
    client: 'Vale',
    tags: ['north'],
    turf: 'tallFescue',
    areaSqFt: i ? 5000 : null,
    due: i ? 'now' : 'late',
    day: '2026-03-29',
    product: 'Tarnfold 50 WG',
    planned: false,
    escaped: 0.1,
    soilC: 9,
    jobs: 0,
  })
  const counts = { late: 1, now: 2, soon: 0, later: 0, none: 0, unknown: 0 }
  const page: LawnPage = { lawns: [row(0), row(1), row(2)], total: 3, counts }

  it('says how many are late and due, asks for what is chosen, and tags all that are', async () => {
    const { show, settle } = await atHome({ path: '/lawns' })
    const sent = standServer({
      'GET /api/yard/lawns/words': [200, { clients: ['Vale'], tags: ['north'] }],
      'GET /api/yard/lawns/points': [
        200,
        [0, 1, 2].map((i) => ({
          id: `z${i}`,
          yardId: `y${i}`,
          name: 'a',
          at: [38, -84],
          due: 'now',
          soilC: 9,
        })),
      ],
      'GET /api/yard/views': [200, []],
      'GET /api/yard/lawns': [200, page],
      'PUT /api/yard/lawns/tags': [204, undefined],
    })
    const shown = show(LawnsPage, {})
    await until(() => sent.some((s) => s.url.startsWith('/api/yard/lawns?')))
    await settle()
    expect(shown.find('h1').text()).toBe('3 lawns: one is late, 2 are due now.')
    await shown.find('.chip').trigger('click')
    await settle()
    await until(() => sent.some((s) => s.url.includes('due=late')))
    await shown.find('thead input[type=checkbox]').trigger('change')
    await until(() => shown.find('.bulk').exists())
    expect(shown.find('.bulk').text()).toContain('3 lawns at 3 properties')
    await shown.find('.bulk input').setValue('west')
    await shown.find('.bulk').trigger('submit')
    await until(() => sent.some((s) => s.url.endsWith('/tags')))
    expect(sent.find((s) => s.url.endsWith('/tags'))!.body).toEqual({
      yardIds: ['y0', 'y1', 'y2'],
      add: ['west'],
      remove: [],
    })
  })
})
