import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, beforeEach, describe, expect, it, test } from 'vitest'
import type { Device, Security } from '@jardinero/contract/person'
import type { Mail } from '../src/platform/mail.ts'
import { parseConfig } from '../src/platform/config.ts'
import { startTestServer, Visitor, type TestServer } from './harness.ts'
import { addLawn, lawn } from './lawn.ts'

let server: TestServer
const mails: Mail[] = []
beforeAll(async () => {
  server = await startTestServer({ mail: async (mail) => void mails.push(mail) })
})
afterAll(() => server.close())
beforeEach(async () => {
  await server.database.query('DELETE FROM rate_count')
  await server.database.query('DELETE FROM sign_in_queue')
})
const password = 'long enough to do'
const other = 'seven teal kettles hum'
const someone = async (email = `${randomUUID()}@example.org`) => {
  const visitor = await new Visitor(server.app).open()
  const answer = await visitor.post('/api/session/sign-up', { email, password, name: 'Ada' })
  await visitor.open()
  return { visitor, email, codes: answer.json().recoveryCodes as string[] }
}
const tries = async (email: string, secret: string) => {
  const visitor = await new Visitor(server.app).open()
  return visitor.post('/api/session/sign-in', { email, password: secret })
}
const security = async (visitor: Visitor): Promise<Security> =>
  (await visitor.get('/api/account/security')).json()

describe('who has forgotten the password', () => {
  it('comes in with a recovery code, once, and every other device is out', async () => {
    const { visitor, email, codes } = await someone()
    expect(codes).toHaveLength(10)
    expect(new Set(codes).size).toBe(10)
    const back = await new Visitor(server.app).open()
    const code = codes[3]!.toLowerCase().replaceAll('-', ' ')
    const answer = await back.post('/api/session/recover', { email, code, password: other })
    expect(answer.statusCode, answer.body).toBe(200)
    await back.open()
    expect((await back.get('/api/account')).statusCode).toBe(200)
    expect((await visitor.get('/api/account')).statusCode).toBe(401)
    expect((await tries(email, password)).statusCode).toBe(401)
    expect((await tries(email, other)).statusCode).toBe(200)
    const again = await new Visitor(server.app).open()
    const second = await again.post('/api/session/recover', { email, code, password })
    expect([second.statusCode, second.json().code]).toEqual([403, 'wrongCode'])
    expect((await security(back)).codesLeft).toBe(9)
  })
  it('says the same of no such person and a wrong code', async () => {
    const { email } = await someone()
    const visitor = await new Visitor(server.app).open()
    const answers = []
    for (const e of [email, 'nobody@example.org'])
      answers.push(
        (
          await visitor.post('/api/session/recover', {
            email: e,
            code: 'AAAA-BBBB-CCCC-DDD',
            password: other,
          })
        ).json(),
      )
    expect(answers[0]).toEqual(answers[1])
  })
  it('gets a link by mail that is good once, and learns nothing of others', async () => {
    const { email } = await someone()
    const visitor = await new Visitor(server.app).open()
    mails.length = 0
    for (const e of [email, 'nobody@example.org'])
      expect((await visitor.post('/api/session/forgot', { email: e })).statusCode).toBe(204)
    await expect.poll(() => mails.length).toBe(1)
    expect(mails[0]!.to).toBe(email)
    const token = /https:\/\/lawn\.example\/reset#(\S+)/.exec(mails[0]!.text)![1]!
    const stored = await server.owner.query('SELECT hash FROM reset_link')
    expect(JSON.stringify(stored)).not.toContain(token)
    expect((await visitor.post('/api/session/reset', { token, password: 'password12345' })).statusCode).toBe(
      422,
    )
    const answer = await visitor.post('/api/session/reset', { token, password: other })
    expect(answer.statusCode, answer.body).toBe(200)
    expect((await tries(email, other)).statusCode).toBe(200)
    const late = await new Visitor(server.app).open()
    expect((await late.post('/api/session/reset', { token, password: other })).json()).toMatchObject({
      code: 'linkOver',
      status: 410,
    })
  })
  it('is offered no mail where none is set', async () => {
    const bare = await startTestServer()
    const visitor = await new Visitor(bare.app).open()
    expect((await visitor.get('/api/session')).json().mailOffered).toBe(false)
    expect((await visitor.post('/api/session/forgot', { email: 'a@b.cd' })).statusCode).toBe(404)
    await bare.close()
  })
})

describe('one’s own way in', () => {
  it('is changed with the password that was, and other devices are out', async () => {
    const { visitor, email } = await someone()
    const phone = new Visitor(server.app)
    await phone.open()
    await phone.post('/api/session/sign-in', { email, password })
    await phone.open()
    const wrong = await visitor.post('/api/account/password', { current: 'not it at all', password: other })
    expect(wrong.json()).toMatchObject({ code: 'wrongPassword', faults: [{ field: 'current' }] })
    expect(
      (await visitor.post('/api/account/password', { current: password, password: other })).statusCode,
    ).toBe(204)
    expect((await visitor.get('/api/account')).statusCode).toBe(200)
    expect((await phone.get('/api/account')).statusCode).toBe(401)
  })
  test.each([
    ['what everybody takes', 'password123', 'passwordCommon'],
    ['a row of keys', 'qwertyuiop', 'passwordCommon'],
    ['one’s own address', 'ada.lovelace@example.org', 'passwordOwn'],
    ['one’s own address and a bit', 'ada.lovelace@example.org1', 'passwordOwn'],
  ])('is not %s', async (_, bad, code) => {
    const visitor = await new Visitor(server.app).open()
    const answer = await visitor.post('/api/session/sign-up', {
      email: 'ada.lovelace@example.org',
      password: bad,
      name: 'Ada',
    })
    expect(answer.json()).toMatchObject({ status: 422, code, faults: [{ field: 'password' }] })
  })
  it('may be a long phrase', async () => {
    const long = `${'the heron stands in the wet corner '.repeat(20)}!`
    const visitor = await new Visitor(server.app).open()
    const email = `${randomUUID()}@example.org`
    expect(
      (await visitor.post('/api/session/sign-up', { email, password: long, name: 'Ada' })).statusCode,
    ).toBe(201)
    expect((await tries(email, long)).statusCode).toBe(200)
    expect((await tries(email, long.slice(0, -1))).statusCode).toBe(401)
  })
  it('moves to another e-mail; the old one is told', async () => {
    const { visitor, email } = await someone()
    const moved = `${randomUUID()}@example.org`
    mails.length = 0
    const taken = (await someone()).email
    expect((await visitor.post('/api/account/email', { password, email: taken })).json().code).toBe(
      'emailTaken',
    )
    expect((await visitor.post('/api/account/email', { password, email: moved })).json().email).toBe(moved)
    expect(mails.map((m) => m.to)).toEqual([email])
    expect((await tries(moved, password)).statusCode).toBe(200)
    expect((await tries(email, password)).statusCode).toBe(401)
  })
  it('is seen device by device, and one that is signed out is out at once', async () => {
    const { visitor, email } = await someone()
    const phone = await new Visitor(server.app).open()
    await server.app.inject('/')
    await phone.post('/api/session/sign-in', { email, password })
    await phone.open()
    const devices: Device[] = (await security(visitor)).devices
    expect(devices).toHaveLength(2)
    expect(devices.filter((d) => d.here)).toHaveLength(1)
    const other = devices.find((d) => !d.here)!
    const stranger = (await someone()).visitor
    expect((await stranger.send('DELETE', `/api/account/devices/${other.id}`)).statusCode).toBe(404)
    expect((await visitor.send('DELETE', `/api/account/devices/${other.id}`)).statusCode).toBe(204)
    expect((await phone.get('/api/account')).statusCode).toBe(401)
    expect(JSON.stringify(devices)).not.toContain(visitor.cookies.slice(20, 50))
  })
  it('ends with everything that was in it', async () => {
    const { visitor, email } = await someone()
    await addLawn(visitor)
    expect((await visitor.post('/api/account/delete', { password: 'wrong one here' })).json().code).toBe(
      'wrongPassword',
    )
    expect((await visitor.post('/api/account/delete', { password })).statusCode).toBe(204)
    expect((await visitor.get('/api/account')).statusCode).toBe(401)
    expect((await tries(email, password)).statusCode).toBe(401)
    expect(await server.owner.query('SELECT 1 FROM person WHERE email = $1', [email])).toEqual([])
  })
})

describe('tries on one account', () => {
  it('are slowed down from wherever they come, told to the person, and never lock them out', async () => {
    const { email, visitor } = await someone()
    const waits: number[] = []
    for (let i = 0; i < 9; i++) {
      const attacker = await new Visitor(server.app).open()
      const since = performance.now()
      const answer = await server.app.inject({
        method: 'POST',
        url: '/api/session/sign-in',
        payload: { email, password: `wrong guess ${i}` },
        remoteAddress: `198.51.100.${i}`,
        headers: { cookie: attacker.cookies, 'x-csrf-token': attacker.csrf },
      })
      waits.push(performance.now() - since)
      expect(answer.statusCode).toBe(401)
    }
    const [queue] = await server.owner.query(
      'SELECT failures, extract(epoch FROM next_at - now()) * 1000 AS ahead FROM sign_in_queue',
    )
    expect(queue.failures).toBe(9)
    // The device that was in before is not behind them.
    const back = await visitor.post('/api/session/sign-in', { email, password })
    expect(back.json()).toMatchObject({ failedSignIns: { count: 9 }, person: { email } })
    expect((await tries(email, password)).json().failedSignIns).toBeUndefined()
  })
  it('wait longer each time, up to a limit', async () => {
    const slow = await startTestServer({ signInPace: { firstMs: 60 } })
    const visitor = await new Visitor(slow.app).open()
    const waits: number[] = []
    for (let i = 0; i < 8; i++) {
      const since = performance.now()
      await visitor.post('/api/session/sign-in', { email: 'a@example.org', password: 'wrong guess' })
      waits.push(performance.now() - since)
    }
    expect(waits.at(-1)! - waits[0]!).toBeGreaterThan(500)
    await slow.close()
  })
  it('behind a proxy count by the address the proxy saw, whatever the sender claims', async () => {
    const behind = await startTestServer({ trustProxy: 1 })
    const visitor = await new Visitor(behind.app).open()
    const statuses: number[] = []
    for (let i = 0; i < 14; i++) {
      const answer = await behind.app.inject({
        method: 'POST',
        url: '/api/session/sign-in',
        payload: { email: `${i}@example.org`, password: 'wrong guess' },
        headers: {
          cookie: visitor.cookies,
          'x-csrf-token': visitor.csrf,
          'x-forwarded-proto': 'https',
          'x-forwarded-for': `203.0.113.${i}, 198.51.100.7`,
        },
      })
      statuses.push(answer.statusCode)
    }
    expect(statuses.slice(10)).toEqual([429, 429, 429, 429])
    await behind.close()
  })
  it('behind a proxy that does not say https are told why nobody can come in', async () => {
    const behind = await startTestServer({ trustProxy: 1 })
    const answer = await behind.app.inject({
      method: 'POST',
      url: '/api/session/sign-in',
      payload: { email: 'a@b.cd', password: 'x' },
    })
    expect(answer.json()).toMatchObject({ status: 503, code: 'proxyPlain' })
    await behind.close()
  })
  test.each<[string, unknown]>([
    ['true', 1],
    ['2', 2],
    ['10.0.0.0/8, 192.168.1.4', ['10.0.0.0/8', '192.168.1.4']],
    ['false', false],
  ])('a proxy is set as %s', (said, read) => {
    const env = { DATABASE_URL: 'postgres://a:b@c/d', SESSION_SECRET: 'x'.repeat(32), BEHIND_PROXY: said }
    expect(parseConfig(env).trustProxy).toEqual(read)
  })
  it('a proxy that is none is refused', () => {
    const env = {
      DATABASE_URL: 'postgres://a:b@c/d',
      SESSION_SECRET: 'x'.repeat(32),
      BEHIND_PROXY: 'everyone',
    }
    expect(() => parseConfig(env)).toThrow('BEHIND_PROXY')
  })
})

describe('who only looks in', () => {
  it('leaves no row', async () => {
    const rows = async () =>
      (await server.owner.query('SELECT count(*)::int AS n FROM session'))[0].n as number
    const before = await rows()
    for (let i = 0; i < 300; i++) await server.app.inject('/api/session')
    for (let i = 0; i < 20; i++) await new Visitor(server.app).open()
    expect(await rows()).toBe(before)
  })
})

describe('an account that is full', () => {
  it('says so before anything is lost, and what it holds', async () => {
    const small = await startTestServer({ quota: { rows: 30, bytes: 3000, uploads: 3 } })
    const visitor = await new Visitor(small.app).signUp()
    const made = await addLawn(visitor)
    const { usage } = await security(visitor)
    expect(usage).toMatchObject({ most: { rows: 30 }, uploads: 1, bytes: lawn.pdf.length })
    let last
    for (let i = 0; i < 20; i++)
      last = await visitor.post('/api/bench/sprayers', { id: randomUUID(), ...lawn.sprayer })
    expect(last!.json()).toMatchObject({ status: 422, code: 'quotaRows' })
    expect((await visitor.get('/api/bench/sprayers')).json().length).toBeLessThan(20)
    const big = Buffer.concat([lawn.pdf, Buffer.alloc(4000)])
    const sent = await visitor.sendBytes(
      `/api/shelf/labels/${made.label}/files?id=${randomUUID()}&name=x.pdf`,
      big,
      'application/pdf',
    )
    expect(sent.json().code).toMatch(/^quota/)
    await small.close()
  })
})
