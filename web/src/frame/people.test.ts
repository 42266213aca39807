// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { Colleague, People } from '@jardinero/contract/people'
import { atHome, button, input, pick } from '../../test/home.ts'
import { adaSession, refused, standServer } from '../../test/server.ts'
import YardStation from '../yard/YardStation.vue'
import { useToday } from '../today/useToday.ts'
import { useSession } from '../kit/session.ts'
import { useMay } from '../kit/useMay.ts'
import JoinPage from './JoinPage.vue'
import InviteForm from './you/InviteForm.vue'
import PersonRow from './you/PersonRow.vue'
import PeoplePart from './you/PeoplePart.vue'

afterEach(() => vi.unstubAllGlobals())
const colleague = (more: Partial<Colleague>): Colleague => ({
  id: 'i',
  version: 1,
  name: 'Ada',
  email: 'ada@example.org',
  role: 'owner',
  licence: '',
  licenceUntil: null,
  worksUnder: null,
  leftAt: null,
  ...more,
})
const people: People = {
  people: [
    colleague({}),
    colleague({ id: 'b', name: 'Bo', role: 'crew', worksUnder: 'c' }),
    colleague({ id: 'c', name: 'Cy', role: 'applicator', licence: 'QB-1', licenceUntil: '2020-01-01' }),
    colleague({ id: 'd', name: 'Dee', email: '', leftAt: '2026-02-01T12:00:00.000Z' }),
  ],
  invitations: [{ id: 'n', name: 'Eli', role: 'office', expiresAt: '2026-03-14T12:00:00.000Z' }],
}

describe('the people of an account', () => {
  async function part(answers: object = {}) {
    const { show, settle } = await atHome({ path: '/you' })
    const sent = standServer({ 'GET /api/account/people': [200, people], ...answers })
    const page = show(PeoplePart)
    await settle()
    return { page, sent, settle }
  }
  it('stand with their role, under whom they work, whose license ran out, who is invited, who has left', async () => {
    const { page } = await part()
    const rows = page.findAll('.rows > li').map((li) => li.find('summary').text().replace(/\s+/g, ' '))
    expect(rows).toEqual([
      'Ada owner · you',
      'Bo crew · under Cy',
      'Cy licensed applicator License ran out on January 1, 2020',
    ])
    expect(page.text()).toContain('Eli')
    expect(page.text()).toContain('Left: 1')
  })
  it('are invited as what is chosen, under whom; the link is told with its code', async () => {
    const { page, sent, settle } = await part({
      'POST /api/account/invitations': [201, { ...people.invitations[0], token: 't0ken' }],
    })
    const form = page.findComponent(InviteForm)
    await input(form, 'Name').setValue('Fay')
    await pick(form, 'Works under the license of', 'c')
    await form.find('form').trigger('submit')
    await settle()
    expect(sent.find((s) => s.url.endsWith('/invitations'))!.body).toMatchObject({
      name: 'Fay',
      role: 'crew',
      worksUnder: 'c',
    })
    expect(page.find('.link-text').text()).toMatch(/\/join#t0ken$/)
    expect(page.find('svg.qr path').attributes('d')!.length).toBeGreaterThan(500)
  })
  it('are asked about twice before their access ends, and what stands against it is said', async () => {
    const { page, sent, settle } = await part({
      'POST /api/account/people/b/leave': refused('role', 'An account needs an owner.'),
    })
    const row = page.findAllComponents(PersonRow)[1]!
    const details = row.find('details')
    ;(details.element as HTMLDetailsElement).open = true
    await details.trigger('toggle')
    await button(row, 'End access').trigger('click')
    expect(sent.filter((s) => s.url.endsWith('/leave'))).toEqual([])
    await button(row, 'End access now').trigger('click')
    await settle()
    expect(row.text()).toContain('An account needs an owner.')
  })
})

describe('an invitation', () => {
  it('says whose account it leads to, and as what; one that is over says so', async () => {
    const { show, settle } = await atHome({ path: '/you' })
    standServer({
      'POST /api/session/invited': [200, { firm: 'Quill & Marrow', name: 'Bo', role: 'crew' }],
    })
    const page = show(JoinPage)
    await settle()
    expect(page.find('h1').text()).toBe('Join Quill & Marrow')
    expect((input(page, 'Your name').element as HTMLInputElement).value).toBe('Bo')
    standServer({ 'POST /api/session/invited': refused('token', 'This link is over.') })
    const over = show(JoinPage)
    await settle()
    expect(over.find('h1').text()).toBe('This link does not work.')
  })
})

describe('somebody whose session lies on the device from before there were roles', () => {
  it('is the owner, as everybody was', async () => {
    await atHome({ path: '/you' })
    const { role: _, ...before } = adaSession.person
    standServer({ 'GET /api/session': [200, { ...adaSession, person: before }] })
    await useSession().open()
    expect(useSession().person?.role).toBe('owner')
    expect(useMay()('yard.write')).toBe(true)
  })
})

describe('who may not change a lawn', () => {
  it('is offered neither its change nor its jobs', async () => {
    const asRole = async (role: 'owner' | 'crew') => {
      const { show, use, settle } = await atHome({
        path: '/yard',
        preferences: { role } as object,
        state: { sections: [], labels: [] },
      })
      const page = show(YardStation)
      await settle()
      const codes = use(useToday).items.value.map((i) => i.code)
      return { offered: page.text().includes('Tape a section'), codes }
    }
    const owner = await asRole('owner')
    const crew = await asRole('crew')
    expect([owner.offered, crew.offered]).toEqual([true, false])
    expect(owner.codes).toContain('copyLabel')
    expect(crew.codes).not.toContain('copyLabel')
    expect(crew.codes.length).toBeLessThan(owner.codes.length)
  })
})
