import { vi } from 'vitest'

/** After every change the yard’s answer is asked for: here it does not come, and is not among what was sent. */
export const asksForAnswer = (url: string): boolean => url.includes('/answer')
export const notHere = (): Promise<never> => new Promise(() => undefined)

export interface Sent {
  method: string
  url: string
  body: unknown
}
export type Answer = [status: number, body: unknown]

/** A server that answers by method and address, and what it was sent. One that is not named does not answer; `away` is no network. */
export function standServer(answers: Record<string, Answer | 'away'>): Sent[] {
  const sent: Sent[] = []
  vi.stubGlobal('fetch', (url: string, { method = 'GET', body }: { method?: string; body?: string } = {}) => {
    // The yard’s answer is asked for after every change: a test that is about it says what it is.
    if (asksForAnswer(url) && !Object.keys(answers).some(asksForAnswer)) return notHere()
    sent.push({ method, url, body: body && JSON.parse(body) })
    const found = Object.entries(answers).find(([to]) => `${method} ${url}`.startsWith(to))
    if (!found) return new Promise(() => undefined)
    if (found[1] === 'away') return Promise.reject(new TypeError('failed to fetch'))
    const [status, said] = found[1]
    return Promise.resolve(new Response(status === 204 ? null : JSON.stringify(said), { status }))
  })
  return sent
}
/** A refusal at one field. */
export const refused = (field: string, detail: string): Answer => [
  422,
  { code: 'refused', detail: 'Not so.', faults: [{ code: 'x', field, detail }] },
]

const ada = {
  id: 'i',
  version: 1,
  email: 'ada@example.org',
  name: 'Ada',
  role: 'owner',
  licence: '',
  locale: 'en-US',
}
export const adaSession = { csrfToken: 'c', person: { ...ada, units: 'us', temperature: 'F', theme: 'auto' } }
