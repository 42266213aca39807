import { randomUUID } from 'node:crypto'
import type { Colleague, People } from '@jardinero/contract/people'
import { permissions, roleNames, roles, type Permission, type Role } from '@jardinero/contract/roles'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { migrations } from '../src/migrations/index.ts'
import { freshDatabase, startTestServer, testNow, Visitor, type TestServer } from './harness.ts'

let server: TestServer
const clock = { now: testNow }
beforeAll(async () => {
  server = await startTestServer({ now: () => clock.now })
})
afterAll(() => server.close())

const invited = async (owner: Visitor, role: Role, more: object = {}): Promise<string> => {
  const answer = await owner.post('/api/account/invitations', { id: randomUUID(), name: 'Bo', role, ...more })
  expect(answer.statusCode, answer.body).toBe(201)
  return answer.json().token as string
}
const peopleOf = async (owner: Visitor): Promise<People> => (await owner.get('/api/account/people')).json()
const named = async (owner: Visitor, name: string): Promise<Colleague> =>
  (await peopleOf(owner)).people.find((p) => p.name === name)!
const firm = async () => new Visitor(server.app).signUp()
const joined = async (owner: Visitor, role: Role, name = 'Bo', more: object = {}) =>
  new Visitor(server.app).join(await invited(owner, role, more), name)

describe('what each role may', () => {
  /** Told here once more by hand: a table that says so of itself proves nothing. */
  const denied: Record<Role, Permission[]> = {
    owner: [],
    office: ['account.people', 'account.whole'],
    applicator: ['account.write', 'account.people', 'account.whole'],
    crew: [
      'account.write',
      'account.people',
      'account.whole',
      'yard.write',
      'season.write',
      'shelf.write',
      'jobs.write',
    ],
  }
  it.each(roleNames)('of %s is what is meant', (role) =>
    expect(permissions.filter((p) => !roles[role].has(p)).toSorted()).toEqual(denied[role].toSorted()),
  )

  it('is held by every route, whoever asks', async () => {
    const asked: { permission: Permission; role: Role }[] = []
    const own = await startTestServer({
      allows: (permission, { role }) => {
        asked.push({ permission, role })
        return roles[role].has(permission)
      },
    })
    const owner = await new Visitor(own.app).signUp()
    const { paths } = (await owner.get('/api/docs/json')).json() as { paths: Record<string, object> }
    const routes = Object.entries(paths).flatMap(([path, methods]) =>
      Object.keys(methods).map((m) => [m.toUpperCase(), path.replace(/\{\w+\}/g, randomUUID())] as const),
    )
    let closed = 0
    for (const role of ['office', 'applicator', 'crew'] as const) {
      const answer = await owner.post('/api/account/invitations', { id: randomUUID(), name: 'Bo', role })
      const visitor = await new Visitor(own.app).join(answer.json().token as string)
      // What ends the visit itself comes last.
      for (const [method, url] of routes.filter(([, u]) => !u.startsWith('/api/session'))) {
        asked.length = 0
        const told = await visitor.send(method, url, method === 'GET' ? undefined : {})
        const [last] = asked
        const isClosed = last !== undefined && denied[role].includes(last.permission)
        if (isClosed) closed++
        expect(told.body.includes('"notAllowed"'), `${role} ${method} ${url}`).toBe(isClosed)
      }
    }
    expect(closed).toBeGreaterThan(60)
    await own.close()
  })
})

describe('people of an account', () => {
  it('join by a link, once, see the same lawns, and what they may', async () => {
    const owner = await firm()
    const yard = await owner.post('/api/yard/yards', {
      id: randomUUID(),
      name: 'Client one',
      latitude: 38,
      longitude: -84.5,
      timeZone: 'America/New_York',
      climate: 'quarryBend',
      timingSchool: 'edgeLed',
    })
    expect(yard.statusCode, yard.body).toBe(201)
    const token = await invited(owner, 'crew')
    const stranger = await new Visitor(server.app).open()
    const said = await stranger.post('/api/session/invited', { token })
    expect(said.json()).toEqual({ firm: 'Ada', name: 'Bo', role: 'crew' })
    const bo = await new Visitor(server.app).join(token)
    expect((await bo.get('/api/session')).json().person).toMatchObject({ name: 'Bo', role: 'crew' })
    expect((await bo.get('/api/account/opening')).json().yards).toMatchObject([{ name: 'Client one' }])
    expect((await bo.get('/api/account/people')).json().code).toBe('notAllowed')
    expect((await bo.post('/api/account/delete', { password: 'long enough to do' })).json().code).toBe(
      'notAllowed',
    )
    const again = await stranger.post('/api/session/join', {
      token,
      email: 'late@example.org',
      name: 'Late',
      password: 'long enough to do',
    })
    expect([again.statusCode, again.json().code]).toEqual([410, 'linkOver'])
    expect((await peopleOf(owner)).people.map((p) => [p.name, p.role])).toEqual([
      ['Ada', 'owner'],
      ['Bo', 'crew'],
    ])
    expect((await peopleOf(owner)).invitations).toEqual([])
  })
  it('can’t join by a link that is over, taken back, or asked for anew; nor with an address that is known', async () => {
    const owner = await firm()
    const over = await invited(owner, 'office')
    const read = async (token: string) =>
      (await (await new Visitor(server.app).open()).post('/api/session/invited', { token })).statusCode
    expect(await read(over)).toBe(200)
    clock.now = new Date(testNow.getTime() + 15 * 86_400_000)
    expect(await read(over)).toBe(410)
    expect((await peopleOf(owner)).invitations).toEqual([])
    clock.now = testNow
    const [open] = (await peopleOf(owner)).invitations
    const anew = await invited(owner, 'office', { id: open!.id })
    expect([await read(over), await read(anew)]).toEqual([410, 200])
    const taken = await (
      await new Visitor(server.app).open()
    ).post('/api/session/join', {
      token: anew,
      email: owner.email,
      name: 'Bo',
      password: 'long enough to do',
    })
    expect(taken.json().code).toBe('emailTaken')
    expect(await read(anew)).toBe(200)
    expect((await owner.send('DELETE', `/api/account/invitations/${open!.id}`)).statusCode).toBe(204)
    expect(await read(anew)).toBe(410)
    expect(await read('made-up')).toBe(410)
  })
  it('who leaves is out at once, on every device; the name stays, the address is free', async () => {
    const owner = await firm()
    const bo = await joined(owner, 'applicator')
    const { id } = await named(owner, 'Bo')
    expect((await bo.get('/api/account/opening')).statusCode).toBe(200)
    const left = await owner.post(`/api/account/people/${id}/leave`, {})
    expect(left.json()).toMatchObject({ name: 'Bo', email: '', leftAt: testNow.toISOString() })
    expect((await bo.get('/api/account/opening')).statusCode).toBe(401)
    const back = await (
      await new Visitor(server.app).open()
    ).post('/api/session/sign-in', { email: bo.email, password: 'long enough to do' })
    expect(back.json().code).toBe('wrongSignIn')
    expect((await owner.post(`/api/account/people/${id}/leave`, {})).statusCode).toBe(200)
    expect((await owner.post(`/api/account/people/${id}/reset`, {})).statusCode).toBe(404)
    await new Visitor(server.app).signUp(bo.email)
  })
  it('there is always somebody whose it is', async () => {
    const owner = await firm()
    const ada = await named(owner, 'Ada')
    const refusedAs = (answer: { json: () => { faults?: { code: string }[] } }) =>
      answer.json().faults?.[0]?.code
    expect(refusedAs(await owner.post(`/api/account/people/${ada.id}/leave`, {}))).toBe('lastOwner')
    const { version } = ada
    const crew = { version, role: 'crew' }
    expect(refusedAs(await owner.patch(`/api/account/people/${ada.id}`, crew))).toBe('lastOwner')
    const second = await joined(owner, 'owner', 'Cy')
    expect((await owner.patch(`/api/account/people/${ada.id}`, crew)).json()).toMatchObject({ role: 'crew' })
    // From the next request on.
    expect((await owner.get('/api/account/people')).json().code).toBe('notAllowed')
    expect((await peopleOf(second)).people).toHaveLength(2)
  })
  it('of the crew write down the licence they work under, while its holder is there', async () => {
    const owner = await firm()
    await joined(owner, 'applicator', 'Cy')
    const cy = await named(owner, 'Cy')
    const changed = await owner.patch(`/api/account/people/${cy.id}`, {
      version: cy.version,
      licence: 'QB-1182',
      licenceUntil: '2027-06-30',
    })
    expect(changed.json()).toMatchObject({ licence: 'QB-1182', licenceUntil: '2027-06-30' })
    const bo = await joined(owner, 'crew', 'Bo', { worksUnder: cy.id })
    const licence = async () => (await bo.get('/api/session')).json().person.licence as string
    expect(await licence()).toBe('QB-1182')
    const { id, version } = await named(owner, 'Bo')
    const oneself = await owner.patch(`/api/account/people/${id}`, { version, worksUnder: id })
    expect(oneself.json().faults[0].code).toBe('worksUnderOneself')
    await owner.post(`/api/account/people/${cy.id}/leave`, {})
    expect(await licence()).toBe('')
  })
  it('get a new password by a link of the owner’s, where no mail is sent', async () => {
    const owner = await firm()
    const bo = await joined(owner, 'crew')
    const { id } = await named(owner, 'Bo')
    const { token } = (await owner.post(`/api/account/people/${id}/reset`, {})).json() as { token: string }
    const device = await new Visitor(server.app).open()
    const answer = await device.post('/api/session/reset', { token, password: 'another phrase altogether' })
    expect(answer.json().person).toMatchObject({ name: 'Bo', role: 'crew' })
    expect((await bo.get('/api/account/opening')).statusCode).toBe(401)
  })
  it('of the crew say that a job is done, and do not change what is meant', async () => {
    const owner = await firm()
    const bo = await joined(owner, 'crew')
    const url = `/api/jobs/${randomUUID()}/steps`
    const skip = await bo.post(url, { id: randomUUID(), why: 'no', kind: 'skip' })
    expect(skip.json().code).toBe('notAllowed')
    const done = await bo.post(url, { id: randomUUID(), why: '', kind: 'do', day: '2026-03-01' })
    expect(done.json().code).toBe('notFound')
  })
  it('of another account are nobody’s business', async () => {
    const [owner, other] = [await firm(), await firm()]
    const { id, version } = await named(other, 'Ada')
    for (const answer of [
      await owner.patch(`/api/account/people/${id}`, { version, role: 'crew' }),
      await owner.post(`/api/account/people/${id}/leave`, {}),
      await owner.post(`/api/account/people/${id}/reset`, {}),
      await owner.post('/api/account/invitations', {
        id: randomUUID(),
        name: 'x',
        role: 'crew',
        worksUnder: id,
      }),
    ])
      expect(answer.statusCode).toBe(404)
  })
})

describe('a database of the version before', () => {
  it('keeps its people: each is the owner of their account', async () => {
    const { database, drop } = await freshDatabase()
    await database.runMigrations()
    for (let i = migrations.length; i > 22; i--) await database.undoLastMigration()
    const [account, person] = [randomUUID(), randomUUID()]
    await database.query(`INSERT INTO account (id, name) VALUES ($1, 'a')`, [account])
    await database.query(
      `INSERT INTO person (id, account_id, email, name, units, temperature, locale, theme, licence)
       VALUES ($1, $2, 'a@example.org', 'Ada', 'us', 'F', 'en-US', 'auto', 'L 7')`,
      [person, account],
    )
    await database.runMigrations()
    expect(await database.query('SELECT name, role, licence, licence_until, left_at FROM person')).toEqual([
      { name: 'Ada', role: 'owner', licence: 'L 7', licence_until: null, left_at: null },
    ])
    await drop()
  })
})
