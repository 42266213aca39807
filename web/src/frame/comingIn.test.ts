// @vitest-environment happy-dom
import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { atHome, button, input, until } from '../../test/home.ts'
import { adaSession, refused, standServer, type Answer } from '../../test/server.ts'
import { isLeaving, noteLeaving } from '../kit/forget.ts'
import { keepInPocket, outboxOnDevice, readPocket } from '../kit/pocket.ts'
import { useOutbox } from '../state/index.ts'
import { useSession } from '../kit/session.ts'
import CodesPage from './CodesPage.vue'
import ForgotPage from './ForgotPage.vue'
import ResetPage from './ResetPage.vue'
import SignInPage from './SignInPage.vue'
import SecurityPart from './you/SecurityPart.vue'
import SignOutRow from './you/SignOutRow.vue'

let went: string[] = []
let kept: Set<string>
beforeEach(() => {
  went = []
  kept = new Set(['jardinero-answers', 'jardinero-page', 'precache'])
  vi.spyOn(location, 'assign').mockImplementation((to) => void went.push(String(to)))
  vi.stubGlobal('caches', {
    keys: () => Promise.resolve([...kept]),
    delete: (name: string) => Promise.resolve(kept.delete(name)),
  })
  localStorage.clear()
})
afterEach(() => {
  vi.unstubAllGlobals()
  vi.restoreAllMocks()
})
const codes = ['AAAA-BBBB-CCCC-DDD', 'EEEE-FFFF-GGGG-HHH']

describe('a new account', () => {
  it('is shown its codes before anything else, and once', async () => {
    const { show, router } = await atHome({ path: '/signIn?to=/soil' })
    useSession().person = null
    standServer({ 'POST /api/session/sign-up': [201, { ...adaSession, recoveryCodes: codes }] })
    const page = show(SignInPage)
    await button(page, 'Make an account').trigger('click')
    await page.find('form').trigger('submit')
    await until(() => router.currentRoute.value.name === 'codes')
    const shown = show(CodesPage)
    expect(shown.findAll('.codes li').map((li) => li.text())).toEqual(codes)
    await button(shown, 'I have kept them').trigger('click')
    await until(() => router.currentRoute.value.path === '/soil')
    expect(useSession().newCodes).toEqual([])
    expect(show(CodesPage).text()).toContain('no new codes')
  })
})

describe('who forgot the password', () => {
  const enter = async (answer: Answer, mailOffered = false) => {
    const home = await atHome({ path: '/forgot' })
    useSession().person = null
    useSession().mailOffered = mailOffered
    const sent = standServer({
      'POST /api/session/recover': answer,
      'POST /api/session/forgot': [204, undefined],
    })
    const page = home.show(ForgotPage)
    await input(page, 'E-mail').setValue('ada@example.org')
    return { ...home, sent, page }
  }
  it('comes in with a code and a new password', async () => {
    const { page, sent, router } = await enter([200, adaSession])
    await input(page, 'Recovery code').setValue(codes[0])
    await input(page, 'New password').setValue('seven teal kettles hum')
    await page.find('form').trigger('submit')
    await until(() => router.currentRoute.value.name === 'today')
    expect(sent[0]!.body).toEqual({
      email: 'ada@example.org',
      code: codes[0],
      password: 'seven teal kettles hum',
    })
    expect(useSession().person?.name).toBe('Ada')
  })
  it('is told at its field what is wrong with the new one', async () => {
    const { page } = await enter(refused('password', 'This is easily guessed.'))
    await page.find('form').trigger('submit')
    await until(() => page.text().includes('This is easily guessed.'))
  })
  it('is offered a link by mail only where the server sends any', async () => {
    const without = await enter([200, adaSession])
    expect(button(without.page, 'Send the link')).toBeUndefined()
    const { page, sent } = await enter([200, adaSession], true)
    await button(page, 'Send the link').trigger('click')
    await until(() => page.text().includes('on its way'))
    expect(sent[0]).toMatchObject({ url: '/api/session/forgot', body: { email: 'ada@example.org' } })
  })
  it('sets a new one by a link; one that is cut off says so', async () => {
    const { show, router } = await atHome({ path: '/reset#the-token' })
    useSession().person = null
    const sent = standServer({ 'POST /api/session/reset': [200, adaSession] })
    const page = show(ResetPage)
    await input(page, 'New password').setValue('seven teal kettles hum')
    await page.find('form').trigger('submit')
    await until(() => router.currentRoute.value.name === 'today')
    expect(sent[0]!.body).toMatchObject({ token: 'the-token' })
    const cut = await atHome({ path: '/reset' })
    expect(cut.show(ResetPage).find('[role=alert]').text()).toContain('not whole')
  })
})

describe('signing out', () => {
  const leave = async (answer: Answer | 'away') => {
    const home = await atHome({ path: '/you' })
    await keepInPocket('outing', { secret: 1 })
    localStorage.setItem('scout.key.i', 'what I saw')
    standServer({
      'POST /api/session/sign-out': answer,
      'GET /api/session': [200, { csrfToken: 'n', person: null }],
    })
    return { ...home, page: home.show(SignOutRow) }
  }
  it.each<[string, Answer | 'away']>([
    ['the server hears it', [204, undefined]],
    ['the session was over already', [401, { code: 'notSignedIn', detail: '', faults: [] }]],
    ['the server has a fault of its own', [500, { code: 'internal', detail: '', faults: [] }]],
    ['there is no network', 'away'],
  ])('takes everything of the person off the device where %s', async (_, answer) => {
    const { page } = await leave(answer)
    await button(page, 'Sign out').trigger('click')
    await until(() => went.length > 0)
    expect(went).toEqual(['/sign-in'])
    expect([...kept]).toEqual([])
    expect(localStorage.getItem('scout.key.i')).toBeNull()
    expect(await readPocket('outing')).toBeUndefined()
    expect(isLeaving()).toBe(answer === 'away')
  })
  it('that the server did not hear is done before anything else the next time', async () => {
    await atHome({ path: '/you' })
    noteLeaving()
    const sent = standServer({
      'POST /api/session/sign-out': [204, undefined],
      'GET /api/session': [200, adaSession],
    })
    await useSession().open()
    expect(sent.map((s) => `${s.method} ${s.url}`)).toEqual([
      'GET /api/session',
      'POST /api/session/sign-out',
      'GET /api/session',
    ])
    expect(isLeaving()).toBe(false)
  })
  it('asks first where something is not sent yet', async () => {
    const { page } = await leave([204, undefined])
    const says = { code: 'outing.note.photo', params: { of: 'x' } }
    await outboxOnDevice.put({
      personId: useSession().person!.id,
      url: '/api/x',
      body: 1,
      says,
      at: '2026-03-01T00:00:00Z',
    })
    const outbox = useOutbox()
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    await outbox.add('/api/y', 1, says)
    await button(page, 'Sign out').trigger('click')
    expect(went).toEqual([])
    expect(page.find('[role=alert]').text()).toContain('not sent yet')
    await button(page, 'Stay').trigger('click')
    expect(button(page, 'Sign out')).toBeDefined()
    await button(page, 'Sign out').trigger('click')
    await button(page, 'Sign out and lose them').trigger('click')
    await until(() => went.length > 0)
  })
})

describe('how one comes in', () => {
  const security = {
    devices: [
      {
        id: 'd1',
        userAgent: 'Mozilla/5.0 (X11; Linux x86_64) Chrome/150.0',
        since: '2026-02-01T00:00:00Z',
        seen: '2026-02-28T00:00:00Z',
        here: true,
      },
      {
        id: 'd2',
        userAgent: 'Mozilla/5.0 (iPhone; CPU) Safari/600',
        since: '2026-01-01T00:00:00Z',
        seen: '2026-02-20T00:00:00Z',
        here: false,
      },
    ],
    passkeys: [],
    codesLeft: 3,
    usage: { rows: 850, bytes: 2_000_000, uploads: 1, most: { rows: 1000, bytes: 4e9, uploads: 500 } },
  }
  const part = async (answers: Record<string, Answer> = {}) => {
    const home = await atHome({ path: '/you' })
    const sent = standServer({ 'GET /api/account/security': [200, security], ...answers })
    const page = home.show(SecurityPart)
    await until(() => page.text().includes('3 codes'))
    return { ...home, sent, page }
  }
  it('shows the devices, and signs another one out', async () => {
    const { page, sent } = await part({ 'DELETE /api/account/devices/d2': [204, undefined] })
    expect(page.findAll('.devices li').map((li) => li.text())).toEqual([
      expect.stringContaining('Chrome, Linux'),
      expect.stringContaining('Safari, iPhone'),
    ])
    await button(page, 'Sign out this device').trigger('click')
    await until(() => sent.some((s) => s.method === 'DELETE'))
  })
  it('says when the account is nearly full', async () => {
    const { page } = await part()
    expect(page.text()).toContain('850 of 1,000')
    expect(page.text()).toContain('nearly full')
  })
  it('changes the password, or says what is wrong with it', async () => {
    const { page, sent } = await part({ 'POST /api/account/password': [204, undefined] })
    await input(page, 'Password now').setValue('old')
    await input(page, 'New password').setValue('new')
    await page.findAll('form')[0]!.trigger('submit')
    await until(() => page.text().includes('other devices are signed out'))
    expect(sent.find((s) => s.url.endsWith('/password'))!.body).toEqual({ current: 'old', password: 'new' })
  })
  it('makes new codes and shows them', async () => {
    const { page, router } = await part({
      'POST /api/account/recovery-codes': [200, { recoveryCodes: codes }],
    })
    await page.findAll('form')[2]!.trigger('submit')
    await until(() => router.currentRoute.value.name === 'codes')
    expect(useSession().newCodes).toEqual(codes)
  })
  it('deletes the account only with the password, and then nothing is left here', async () => {
    const wrong = await part({
      'POST /api/account/delete': refused('password', 'The password is not right.'),
    })
    const forms = wrong.page.findAll('form')
    await forms.at(-1)!.find('input').setValue('no')
    await forms.at(-1)!.trigger('submit')
    await until(() => wrong.page.text().includes('The password is not right.'))
    expect(went).toEqual([])
    const { page } = await part({ 'POST /api/account/delete': [204, undefined] })
    await page.findAll('form').at(-1)!.find('input').setValue('yes')
    await page.findAll('form').at(-1)!.trigger('submit')
    await until(() => went.length > 0)
    expect([...kept]).toEqual([])
  })
})
