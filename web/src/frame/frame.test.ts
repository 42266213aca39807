// @vitest-environment happy-dom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { atHome, button, input, until } from '../../test/home.ts'
import { adaSession, refused, standServer, type Answer } from '../../test/server.ts'
import { useSession } from '../kit/session.ts'
import RemindersRow from '../outing/RemindersRow.vue'
import AccountFile from './AccountFile.vue'
import SignInPage from './SignInPage.vue'
import YouPage from './YouPage.vue'

afterEach(() => vi.unstubAllGlobals())

const session = adaSession

describe('coming in', () => {
  async function door(answers: Record<string, Answer>, path = '/signIn?to=/soil') {
    const home = await atHome({ path })
    useSession().person = null
    useSession().demoOffered = true
    const sent = standServer(answers)
    return { ...home, sent, page: home.show(SignInPage) }
  }
  it('makes an account in the browser’s language, and goes where one wanted', async () => {
    const { page, sent, router } = await door({ 'POST /api/session/sign-up': [201, session] })
    await button(page, 'Make an account').trigger('click')
    await input(page, 'Your name').setValue('Ada')
    await input(page, 'E-mail').setValue('ada@example.org')
    await input(page, 'Password').setValue('a long enough phrase')
    await page.find('form').trigger('submit')
    await until(() => router.currentRoute.value.path === '/soil')
    expect(sent[0]).toMatchObject({
      url: '/api/session/sign-up',
      body: { name: 'Ada', email: 'ada@example.org', locale: 'en-US' },
    })
    expect(useSession().person?.name).toBe('Ada')
  })
  it('says what is wrong at its field, and keeps what was typed', async () => {
    const { page, router } = await door({
      'POST /api/session/sign-in': refused('password', 'That is not the password.'),
    })
    await input(page, 'E-mail').setValue('ada@example.org')
    await input(page, 'Password').setValue('wrong')
    await page.find('form').trigger('submit')
    await until(() => page.text().includes('That is not the password.'))
    expect((input(page, 'E-mail').element as HTMLInputElement).value).toBe('ada@example.org')
    expect(router.currentRoute.value.path).toBe('/signIn')
    // The other form begins without the first one's fault.
    await button(page, 'Make an account').trigger('click')
    expect(page.text()).not.toContain('That is not the password.')
  })
  it('enters the demo where it is offered', async () => {
    const { page, router } = await door({ 'POST /api/session/demo': [200, session] }, '/signIn')
    await button(page, 'Enter the demo yard').trigger('click')
    await until(() => router.currentRoute.value.path === '/')
    useSession().demoOffered = false
    await page.vm.$nextTick()
    expect(button(page, 'Enter the demo yard')).toBeUndefined()
  })
})

describe('one’s own page', () => {
  it('keeps the licence, and says that it is saved', async () => {
    const { show } = await atHome({ path: '/you' })
    const sent = standServer({ 'PATCH /api/account/me': [200, { ...session.person, licence: 'X-17' }] })
    const page = show(YouPage)
    await input(page, 'License').setValue('X-17')
    await until(() => page.text().includes('Saved.'))
    expect(sent.find((s) => s.method === 'PATCH')!.body).toEqual({ version: 1, licence: 'X-17' })
    expect(useSession().person?.licence).toBe('X-17')
  })
})

describe('what one prefers', () => {
  it('is saved one after the other, however fast it is chosen', async () => {
    const { show, settle } = await atHome({ path: '/you' })
    useSession().person = session.person as never
    const asked: Record<string, unknown>[] = []
    const answers: (() => void)[] = []
    vi.stubGlobal('fetch', (_: string, { body }: RequestInit = {}) => {
      const sent = body ? (JSON.parse(String(body)) as Record<string, unknown>) : {}
      asked.push(sent)
      return new Promise((done) =>
        answers.push(() =>
          done(
            new Response(
              JSON.stringify({
                ...session.person,
                ...Object.assign({}, ...asked),
                version: asked.length + 1,
              }),
            ),
          ),
        ),
      )
    })
    const page = show(YouPage)
    await settle()
    const before = asked.length
    const [units, temperature] = page.findAllComponents({ name: 'ChoiceField' })
    units!.vm.$emit('update:modelValue', 'metric')
    temperature!.vm.$emit('update:modelValue', 'C')
    await settle()
    expect(asked.length).toBe(before + 1)
    answers.at(-1)!()
    await until(() => asked.length === before + 2)
    answers.at(-1)!()
    await until(() => page.text().includes('Saved.'))
    expect(asked.slice(before)).toMatchObject([{ units: 'metric' }, { temperature: 'C' }])
    expect(useSession().preferences).toMatchObject({ units: 'metric', temperature: 'C' })
  })
})

describe('the account as a file', () => {
  async function choose(text: string, answers: Record<string, Answer>) {
    const { show } = await atHome({ path: '/you' })
    const sent = standServer(answers)
    const page = show(AccountFile)
    const field = page.find('input[type=file]')
    Object.defineProperty(field.element, 'files', { value: [{ text: () => Promise.resolve(text) }] })
    Object.defineProperty(field.element, 'value', { value: '', writable: true })
    await field.trigger('change')
    return { page, sent }
  }
  it('comes in, and says how much was new', async () => {
    const counts = { added: { yards: 1, zones: 2 }, kept: { labels: 4 } }
    const { page, sent } = await choose('{"format":1}', { 'POST /api/account/file': [200, counts] })
    await until(() => page.find('[role=status]').exists())
    expect(page.find('[role=status]').text()).toMatch(/3\D+4/)
    expect(sent[0]).toMatchObject({ url: '/api/account/file', body: { format: 1 } })
  })
  it('is refused in words where it is no JSON, and nothing is sent', async () => {
    const { page, sent } = await choose('{"format":', {})
    await until(() => page.find('[role=alert]').exists())
    expect(sent).toEqual([])
  })
  it('is refused with the rows at fault', async () => {
    const { page } = await choose('{}', {
      'POST /api/account/file': refused('zones.0.turf', 'No such turf.'),
    })
    await until(() => page.find('[role=alert]').exists())
    expect(page.find('[role=alert] li').text()).toBe('zones.0.turf: No such turf.')
  })
})

describe('reminders on this device', () => {
  const keys = { p256dh: 'p', auth: 'a' }
  /** A browser that can be pushed to, with or without a subscription of before. */
  function standBrowser(permission: string, subscribed = false) {
    const subscription = {
      endpoint: 'https://push.example.org/1',
      toJSON: () => ({ keys }),
      unsubscribe: vi.fn(() => Promise.resolve(true)),
    }
    let held = subscribed ? subscription : null
    const subscribe = vi.fn((_: { applicationServerKey: Uint8Array }) =>
      Promise.resolve((held = subscription)),
    )
    const pushManager = { subscribe, getSubscription: () => Promise.resolve(held) }
    vi.stubGlobal('PushManager', class {})
    vi.stubGlobal('Notification', { requestPermission: () => Promise.resolve(permission) })
    Object.defineProperty(navigator, 'serviceWorker', {
      configurable: true,
      value: {
        ready: Promise.resolve({ pushManager }),
        getRegistration: () => Promise.resolve({ pushManager }),
      },
    })
    return { subscribe, subscription }
  }
  afterEach(() => Reflect.deleteProperty(navigator, 'serviceWorker'))
  const offered: Record<string, Answer> = { 'GET /api/outing/push': [200, { publicKey: '_-8' }] }

  it.each([
    ['the browser cannot', false, offered],
    ['the server has no keys', true, { 'GET /api/outing/push': [200, { publicKey: null }] as Answer }],
  ])('are not offered where %s', async (_, able, answers) => {
    if (able) standBrowser('granted')
    const { show, settle } = await atHome({ path: '/you' })
    standServer(answers)
    const row = show(RemindersRow)
    await settle()
    expect(row.text()).toBe('')
  })
  it('are off until they are asked for, and told to the server then', async () => {
    const { subscribe } = standBrowser('granted')
    const { show } = await atHome({ path: '/you' })
    const sent = standServer({ ...offered, 'POST /api/outing/push': [201, {}] })
    const row = show(RemindersRow)
    await until(() => row.find('button').exists())
    const before = row.find('button').text()
    expect(sent.some((s) => s.method === 'POST')).toBe(false)
    await row.find('button').trigger('click')
    await until(() => row.find('button').text() !== before)
    expect([...subscribe.mock.calls[0]![0].applicationServerKey]).toEqual([255, 239])
    expect(sent.at(-1)).toMatchObject({
      method: 'POST',
      body: { endpoint: 'https://push.example.org/1', keys },
    })
  })
  it('stay off, in words, where the browser’s permission is refused', async () => {
    const { subscribe } = standBrowser('denied')
    const { show } = await atHome({ path: '/you' })
    standServer(offered)
    const row = show(RemindersRow)
    await until(() => row.find('button').exists())
    await row.find('button').trigger('click')
    await until(() => row.find('[role=alert]').exists())
    expect(subscribe).not.toHaveBeenCalled()
  })
  it('are taken back on the device and at the server', async () => {
    const { subscription } = standBrowser('granted', true)
    const { show } = await atHome({ path: '/you' })
    const sent = standServer({ ...offered, 'DELETE /api/outing/push': [204, undefined] })
    const row = show(RemindersRow)
    await until(() => row.find('button').exists())
    await row.find('button').trigger('click')
    await until(() => sent.some((s) => s.method === 'DELETE'))
    expect(subscription.unsubscribe).toHaveBeenCalled()
    expect(sent.at(-1)!.url).toBe('/api/outing/push?endpoint=https%3A%2F%2Fpush.example.org%2F1')
  })
})
