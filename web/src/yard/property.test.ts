// @vitest-environment happy-dom
import { afterEach, expect, it, vi } from 'vitest'
import { atHome, homeState, input, until } from '../../test/home.ts'
import { standServer } from '../../test/server.ts'
import PropertyRow from './PropertyRow.vue'
import SiteNotes from './SiteNotes.vue'

afterEach(() => vi.unstubAllGlobals())

it('a property is changed twice in a row, each time from how it stands then', async () => {
  const { show, settle } = await atHome({ path: '/yard' })
  const [yard] = homeState().yards
  const saved = { ...yard!, gate: 'Side gate', version: yard!.version + 1 }
  const sent = standServer({ 'PATCH /api/yard/yards/': [200, saved] })
  const row = show(PropertyRow, { yard: yard! })
  for (const times of [1, 2]) {
    await row.find('button.link').trigger('click')
    await input(row, 'How to get in').setValue('Side gate')
    await row.find('form').trigger('submit')
    await until(() => sent.filter((s) => s.method === 'PATCH').length === times)
    await settle()
    await row.setProps({ yard: saved })
  }
  const versions = sent
    .filter((s) => s.method === 'PATCH')
    .map((s) => (s.body as { version: number }).version)
  expect(versions).toEqual([yard!.version, saved.version])
  expect(row.text()).toContain('Getting in: Side gate')
})

it('a crew is told what there is to know, and nothing where nobody said anything', async () => {
  const { show } = await atHome()
  const [yard] = homeState().yards
  expect(show(SiteNotes, { yard: yard! }).find('li').exists()).toBe(false)
  const told = show(SiteNotes, { yard: { ...yard!, dog: true, siteNotes: 'Beehives behind the shed' } })
  expect(told.findAll('li').map((l) => l.text())).toEqual(['There is a dog', 'Beehives behind the shed'])
})
