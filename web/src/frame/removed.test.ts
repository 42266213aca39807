// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { RemovedRow } from '@jardinero/contract/removed'
import { atHome, button, homeState, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import { useRemoved } from '../state/index.ts'
import RemovedBar from './RemovedBar.vue'
import RemovedList from './RemovedList.vue'

afterEach(() => vi.unstubAllGlobals())

describe('what was removed', () => {
  it('is told at once, and comes back at a press', async () => {
    const home = await atHome({ path: '/yard' })
    const sent = standServer({ 'POST /api/yard/sections/s/back': [200, {}] })
    const bar = home.show(RemovedBar)
    expect(bar.text()).toBe('')
    useRemoved().last = { part: 'sections', id: 's' }
    await home.settle()
    expect(bar.text()).toContain('The piece is removed.')
    await button(bar, 'Bring it back').trigger('click')
    await until(() => bar.text() === '')
    expect(sent[0]).toMatchObject({ method: 'POST', url: '/api/yard/sections/s/back' })
  })
  it('stands under You for thirty days, each by its name', async () => {
    const [section] = homeState().sections
    const [label] = homeState().labels
    const rows = [
      { part: 'sections', removedAt: '2026-02-27T12:00:00Z', row: section },
      { part: 'labels', removedAt: '2026-02-20T12:00:00Z', row: label },
    ] as RemovedRow[]
    const home = await atHome({ path: '/you' })
    standServer({ 'GET /api/account/removed': [200, rows], 'POST /api/shelf/labels/l/back': [200, {}] })
    const list = home.show(RemovedList)
    await until(() => list.findAll('li').length === 2)
    expect(list.findAll('li').map((l) => l.text())).toEqual([
      expect.stringMatching(/^Piece of ground: Lawn.*Feb 27/),
      expect.stringMatching(/^Label: Sample 50 WG/),
    ])
    standServer({
      'GET /api/account/removed': [200, rows.slice(0, 1)],
      'POST /api/shelf/labels/l/back': [200, {}],
    })
    await list.findAll('li button')[1]!.trigger('click')
    await until(() => list.findAll('li').length === 1)
  })
})
