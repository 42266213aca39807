import { describe, expect, it, test } from 'vitest'
import { permissions, roles, type Permission } from '@jardinero/contract/roles'
import { permissionOf } from '../src/platform/permissions.ts'
import { startTestServer, Visitor } from './harness.ts'

/** Every route of the API's own description, but the open ones. */
async function routesOf(visitor: Visitor): Promise<{ method: string; url: string }[]> {
  const { paths } = (await visitor.get('/api/docs/json')).json() as { paths: Record<string, object> }
  return Object.entries(paths).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => ({
      method: method.toUpperCase(),
      url: path.replace(/\{\w+\}/g, '00000000-0000-4000-8000-000000000000'),
    })),
  )
}

describe('what a person may', () => {
  it('is asked by every route that is not open: who may nothing is told so by each of them', async () => {
    const may = { all: true }
    const asked: Permission[] = []
    const server = await startTestServer({ allows: (p) => (asked.push(p), may.all) })
    const visitor = await new Visitor(server.app).signUp()
    const stranger = new Visitor(server.app)
    const routes = await routesOf(visitor)
    expect(routes.length).toBeGreaterThan(90)
    may.all = false
    let closed = 0
    // Coming in and going out is everybody's.
    for (const { method, url } of routes.filter((r) => !r.url.startsWith('/api/session'))) {
      const open = (await stranger.send(method, url)).statusCode !== 401
      const answer = await visitor.send(method, url, method === 'GET' ? undefined : {})
      if (open) expect(answer.body, `${method} ${url}`).not.toContain('notAllowed')
      else {
        closed++
        expect([answer.statusCode, answer.json().code], `${method} ${url}`).toEqual([403, 'notAllowed'])
      }
    }
    expect(closed).toBeGreaterThan(70)
    expect([...new Set(asked)].filter((p) => !permissions.includes(p))).toEqual([])
    await server.close()
  })
  test.each<[string, string, Permission | undefined]>([
    ['GET', '/api/ledger/records', 'ledger.read'],
    ['POST', '/api/ledger/records/:id/amendments', 'ledger.write'],
    ['DELETE', '/api/yard/yards/:id', 'yard.write'],
    ['GET', '/index.html', undefined],
  ])('%s %s asks for %s', (method, url, permission) => expect(permissionOf({ method, url })).toBe(permission))
  it('is declared where the address names no room', () => {
    expect(() => permissionOf({ method: 'GET', url: '/api/elsewhere' })).toThrow('declare its permission')
    expect(permissionOf({ method: 'GET', url: '/api/elsewhere', config: { permission: 'yard.read' } })).toBe(
      'yard.read',
    )
  })
  it('is all of it for the owner', () => expect([...roles.owner]).toEqual(permissions))
})
