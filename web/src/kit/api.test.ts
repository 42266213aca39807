import { afterEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem, connection, send } from './api.ts'

const answer = (status: number, body?: unknown) =>
  new Response(body === undefined ? null : JSON.stringify(body), { status })
const stale = (current: object) =>
  answer(409, { code: 'staleEdit', status: 409, detail: 'x', faults: [], current })

/** Answers the requests in turn; a health check is answered by `healthy`. */
function serve(...answers: (Response | Error)[]) {
  const asked: string[] = []
  vi.stubGlobal('fetch', (url: string) => {
    if (url === '/api/health') return Promise.resolve(answer(200, { ok: true }))
    asked.push(url)
    const next = answers.shift()!
    return next instanceof Error ? Promise.reject(next) : Promise.resolve(next)
  })
  return asked
}

describe('sending', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
    vi.useRealTimers()
  })
  const soon = async <T>(sending: Promise<T>): Promise<T> => {
    sending.catch(() => undefined)
    await vi.advanceTimersByTimeAsync(2000)
    return sending
  }

  it('waits while the database is away, says so, and sends again', async () => {
    vi.useFakeTimers()
    const asked = serve(answer(503, {}), new TypeError('failed to fetch'), answer(201, { id: 'a' }))
    const sending = send('POST', '/api/x', { id: 'a' })
    await vi.advanceTimersByTimeAsync(10)
    expect(connection.away).toBe(true)
    await vi.advanceTimersByTimeAsync(5000)
    expect(await sending).toEqual({ id: 'a' })
    expect(connection.away).toBe(false)
    expect(asked).toHaveLength(3)
  })
  it('takes a change whose answer was lost for made, and only then', async () => {
    vi.useFakeTimers()
    serve(answer(503, {}), stale({ id: 'a', name: 'mine', version: 2 }))
    expect(await soon(send('PATCH', '/api/x/a', { version: 1, name: 'mine' }))).toMatchObject({ version: 2 })
    serve(answer(503, {}), stale({ id: 'a', name: 'theirs', version: 2 }))
    await expect(soon(send('PATCH', '/api/x/a', { version: 1, name: 'mine' }))).rejects.toThrow(ApiProblem)
    serve(stale({ id: 'a', name: 'mine', version: 2 }))
    await expect(soon(send('PATCH', '/api/x/a', { version: 1, name: 'mine' }))).rejects.toThrow(ApiProblem)
  })
  it('raises a problem with its faults', async () => {
    serve(answer(422, { code: 'refused', status: 422, detail: 'no', faults: [{ field: 'rate' }] }))
    await expect(send('POST', '/api/x', {})).rejects.toMatchObject({
      problem: { faults: [{ field: 'rate' }] },
    })
  })
})
