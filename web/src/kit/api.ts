import { reactive } from 'vue'
import type { Problem } from '@jardinero/contract/problem'
import type { Task } from '@jardinero/contract/task'

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

const isHealthy = async (): Promise<boolean> => {
  try {
    return (await fetch('/api/health')).ok
  } catch {
    return false
  }
}
/** Waits until the database answers again; one watch for all who wait. */
let watching: Promise<void> | undefined
export function untilBack(): Promise<void> {
  connection.away = true
  watching ??= (async () => {
    for (;;) {
      await pause(1500)
      if (await isHealthy()) break
    }
    connection.away = false
    watching = undefined
  })()
  return watching
}

/** So long an answer is waited for; a file on its way up takes longer. What is cut off is sent again. */
const patienceMs = { ordinary: 60_000, upload: 180_000 }

async function sendOnce(method: string, url: string, body?: unknown): Promise<Response | undefined> {
  const bytes = body instanceof Blob
  const headers = {
    // Who only reads sends none: then what the page fetches ahead is what is asked for here.
    ...(method !== 'GET' && { 'x-csrf-token': csrfToken }),
    ...(body !== undefined && {
      'content-type': bytes ? body.type || 'application/octet-stream' : 'application/json',
    }),
  }
  try {
    return await fetch(url, {
      method,
      headers,
      signal: AbortSignal.timeout(bytes ? patienceMs.upload : patienceMs.ordinary),
      ...(body !== undefined && { body: bytes ? body : JSON.stringify(body) }),
    })
  } catch {
    return undefined
  }
}

/** Nobody is there to answer, or too many ask at once: it is sent again later. A fault of the server's own is an answer. */
const awayStatus = new Set([429, 502, 503, 504])

/** What is said of an answer that nobody can read; the session says it in its person's language. */
export const unreadable = { says: (status: number): string => `The answer could not be read (${status}).` }

/** The problem an answer tells; of one that is none (a proxy's page, say) what can be said of it. */
async function problemOf(response: Response): Promise<Problem> {
  const told = (await response.json().catch(() => undefined)) as Partial<Problem> | undefined
  if (told?.code && Array.isArray(told.faults)) return told as Problem
  const detail = unreadable.says(response.status)
  return {
    type: 'about:blank',
    title: detail,
    status: response.status,
    detail,
    code: 'unreadable',
    faults: [],
  }
}

/** Fetches the token anew, where it is out of date: another tab has signed in. @returns whether it was there */
async function renewToken(): Promise<boolean> {
  const session = await sendOnce('GET', '/api/session')
  if (!session?.ok) return false
  const state = (await session.json().catch(() => undefined)) as { csrfToken?: string } | undefined
  if (state?.csrfToken) csrfToken = state.csrfToken
  return Boolean(state?.csrfToken)
}

/** What came of one try. */
export type Tried<T> = { kind: 'sent'; data: T } | { kind: 'away' } | { kind: 'problem'; problem: Problem }

/** Sends once and says what came of it; a token that is out of date is fetched anew. For what waits its turn elsewhere. */
export async function trySend<T>(method: string, url: string, body?: unknown): Promise<Tried<T>> {
  for (let tries = 0; ; tries++) {
    const response = await sendOnce(method, url, body)
    if (!response || awayStatus.has(response.status)) return { kind: 'away' }
    if (response.ok)
      return { kind: 'sent', data: (response.status === 204 ? undefined : await response.json()) as T }
    const problem = await problemOf(response)
    if (problem.code === 'unreadable') return { kind: 'away' }
    if (problem.code !== 'crossSite' || tries > 0) return { kind: 'problem', problem }
    if (!(await renewToken())) return { kind: 'away' }
  }
}

/** Long work that is being done for this page: which, how far it is, and how it is called off. Shown in the frame. */
export const longWork = reactive({
  kind: 'accountFile' as Task['kind'],
  done: 0,
  total: 0,
  running: false,
  stop: (): void => undefined,
})

const askAgainMs = 400
/** Long work is a task: asked about until it is over. @throws ApiProblem where it is refused, called off or given up */
async function follow<T>(id: string): Promise<T> {
  const url = `/api/account/tasks/${id}`
  const stop = (): void => void send('DELETE', url).catch(() => undefined)
  Object.assign(longWork, { done: 0, total: 0, running: true, stop })
  try {
    for (;;) {
      const { kind, state, result, problem, done, total } = await send<Task>('GET', url)
      if (state === 'done') return result as T
      if (problem) throw new ApiProblem(problem)
      Object.assign(longWork, { kind, done, total })
      await pause(askAgainMs)
    }
  } finally {
    longWork.running = false
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
  let renewed = false
  for (let tries = 0; ; tries++) {
    const response = await sendOnce(method, url, body)
    if (!response || response.status === 503) {
      // Told to come back at a time: the server is there, only busy.
      const wait = Number(response?.headers.get('retry-after') ?? NaN)
      const busy = wait > 0 && ((await response!.json().catch(() => ({}))) as Problem).code === 'busy'
      if (busy) await pause(Math.min(30, wait) * 1000)
      else await untilBack()
      continue
    }
    if (response.status === 202) return follow<T>(((await response.json()) as Task).id)
    if (response.ok) return (response.status === 204 ? undefined : await response.json()) as T
    const problem = await problemOf(response)
    if (problem.code === 'crossSite' && !renewed) {
      renewed = true
      if (await renewToken()) continue
    }
    if (tries > 0 && method === 'PATCH' && arrived(problem, body)) return problem.current as T
    throw new ApiProblem(problem)
  }
}

/** Sends a file as it is. @throws ApiProblem */
export const sendBytes = <T>(url: string, bytes: Blob): Promise<T> => send<T>('POST', url, bytes)
export const get = <T>(url: string): Promise<T> => send<T>('GET', url)
export const newId = (): string => crypto.randomUUID()
