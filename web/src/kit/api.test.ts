import { afterEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem, connection, send, trySend } from './api.ts'

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

describe('an answer that is none', () => {
  afterEach(() => vi.unstubAllGlobals())
  it('of a proxy, say, is told in a sentence, not as a fault of the page', async () => {
    serve(new Response('<html>Bad gateway</html>', { status: 418 }))
    await expect(send('POST', '/api/x', {})).rejects.toMatchObject({
      problem: { code: 'unreadable', status: 418, faults: [], detail: expect.stringContaining('418') },
    })
  })
  it('to a token that another tab has made old is asked for again with the new one, for any call', async () => {
    const crossSite = answer(403, { code: 'crossSite', status: 403, detail: 'x', faults: [] })
    const asked = serve(crossSite, answer(200, { csrfToken: 'new' }), answer(201, { id: 'a' }))
    expect(await send('POST', '/api/x', { id: 'a' })).toEqual({ id: 'a' })
    expect(asked).toEqual(['/api/x', '/api/session', '/api/x'])
  })
  it('that never comes is given up, and sent again', async () => {
    let tries = 0
    const timeout = vi.spyOn(AbortSignal, 'timeout').mockImplementation(() => AbortSignal.abort())
    vi.stubGlobal('fetch', (url: string, { signal }: { signal?: AbortSignal } = {}) => {
      if (url === '/api/health') return Promise.resolve(answer(200, { ok: true }))
      return tries++ ? Promise.resolve(answer(200, { id: 'a' })) : Promise.reject(signal!.reason as Error)
    })
    expect(await trySend('GET', '/api/x')).toEqual({ kind: 'away' })
    timeout.mockRestore()
  })
})

describe('one try', () => {
  afterEach(() => vi.unstubAllGlobals())
  it.each([429, 502, 503, 504])('counts %i as nobody there: it is sent again later', async (status) => {
    serve(answer(status, { code: 'x' }))
    expect(await trySend('POST', '/api/x', {})).toEqual({ kind: 'away' })
  })
  it('counts a broken line, and words that are not ours, as nobody there', async () => {
    serve(new TypeError('failed to fetch'))
    expect(await trySend('POST', '/api/x', {})).toEqual({ kind: 'away' })
    serve(new Response('<h1>Bad gateway</h1>', { status: 500 }))
    expect(await trySend('POST', '/api/x', {})).toEqual({ kind: 'away' })
  })
  it('puts a refusal and a fault of the server’s own before the person, so that nothing waits behind them', async () => {
    for (const status of [422, 409, 500]) {
      serve(answer(status, { code: 'x', detail: 'No.', faults: [] }))
      expect(await trySend('POST', '/api/x', {})).toMatchObject({
        kind: 'problem',
        problem: { detail: 'No.' },
      })
    }
  })
  it('fetches a token that is out of date anew, once', async () => {
    const stranger = () => answer(403, { code: 'crossSite', detail: 'x', faults: [] })
    const asked = serve(stranger(), answer(200, { csrfToken: 'new' }), answer(201, { id: 'a' }))
    expect(await trySend('POST', '/api/x', {})).toEqual({ kind: 'sent', data: { id: 'a' } })
    expect(asked).toEqual(['/api/x', '/api/session', '/api/x'])
    serve(stranger(), answer(200, { csrfToken: 'newer' }), stranger())
    expect(await trySend('POST', '/api/x', {})).toMatchObject({ kind: 'problem' })
  })
})
