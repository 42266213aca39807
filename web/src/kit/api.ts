import { reactive } from 'vue'
import type { Problem } from '@jardinero/contract/problem'

/** An answer that is a problem, with its faults at their fields. */
export class ApiProblem extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** Whether the server and its database answer; watched by the bar at the top. */
export const connection = reactive({ away: false })

let csrfToken = ''
export const setCsrfToken = (token: string): void => void (csrfToken = token)

const pause = (ms: number) => new Promise((done) => setTimeout(done, ms))

/** Waits until the database answers again; one watch for all who wait. */
let watching: Promise<void> | undefined
function untilBack(): Promise<void> {
  connection.away = true
  watching ??= (async () => {
    for (;;) {
      await pause(1500)
      const healthy = await fetch('/api/health').then(
        (r) => r.ok,
        () => false,
      )
      if (healthy) break
    }
    connection.away = false
    watching = undefined
  })()
  return watching
}

async function sendOnce(method: string, url: string, body?: unknown): Promise<Response | undefined> {
  const bytes = body instanceof Blob
  const headers = {
    'x-csrf-token': csrfToken,
    ...(body !== undefined && {
      'content-type': bytes ? body.type || 'application/octet-stream' : 'application/json',
    }),
  }
  try {
    return await fetch(url, {
      method,
      headers,
      ...(body !== undefined && { body: bytes ? body : JSON.stringify(body) }),
    })
  } catch {
    return undefined
  }
}

/** Nobody is there to answer, or too many ask at once: it is sent again later. A fault of the server's own is an answer. */
const awayStatus = new Set([429, 502, 503, 504])

/** What came of one try. */
export type Tried<T> = { kind: 'sent'; data: T } | { kind: 'away' } | { kind: 'problem'; problem: Problem }

/** Sends once and says what came of it; a token that is out of date is fetched anew. For what waits its turn elsewhere. */
export async function trySend<T>(method: string, url: string, body?: unknown): Promise<Tried<T>> {
  for (let tries = 0; ; tries++) {
    const response = await sendOnce(method, url, body)
    if (!response || awayStatus.has(response.status)) return { kind: 'away' }
    if (response.ok)
      return { kind: 'sent', data: (response.status === 204 ? undefined : await response.json()) as T }
    const problem = (await response.json().catch(() => undefined)) as Problem | undefined
    if (!problem) return { kind: 'away' }
    if (problem.code !== 'crossSite' || tries > 0) return { kind: 'problem', problem }
    const session = await sendOnce('GET', '/api/session')
    if (!session?.ok) return { kind: 'away' }
    csrfToken = ((await session.json()) as { csrfToken: string }).csrfToken
  }
}

/** After an answer was lost: the row as it stands already reads as we wanted it, so the change had arrived. */
const arrived = (problem: Problem, body: unknown): boolean =>
  problem.code === 'staleEdit' &&
  Object.entries(body as object).every(
    ([key, value]) => key === 'version' || JSON.stringify(problem.current?.[key]) === JSON.stringify(value),
  )

/**
 * Sends a request. While the server or its database is away it waits and sends again: rows carry their own ids and
 * versions, so nothing is doubled and nothing typed is lost. @throws ApiProblem
 */
export async function send<T>(method: string, url: string, body?: unknown): Promise<T> {
  for (let tries = 0; ; tries++) {
    const response = await sendOnce(method, url, body)
    if (!response || response.status === 503) {
      await untilBack()
      continue
    }
    if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T
    const problem = (await response.json()) as Problem
    if (tries > 0 && method === 'PATCH' && arrived(problem, body)) return problem.current as T
    throw new ApiProblem(problem)
  }
}

/** Sends a file as it is. @throws ApiProblem */
export const sendBytes = <T>(url: string, bytes: Blob): Promise<T> => send<T>('POST', url, bytes)
export const get = <T>(url: string): Promise<T> => send<T>('GET', url)
export const newId = (): string => crypto.randomUUID()
