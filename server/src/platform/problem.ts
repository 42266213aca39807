import type { Refusal } from '@jardinero/core/quantity'

/** The stable codes of what can go wrong, with their HTTP status. The words stand under problem.<code>. */
export const problemStatus = {
  invalidInput: 400,
  malformedRequest: 400,
  notSignedIn: 401,
  wrongSignIn: 401,
  wrongPassword: 403,
  wrongCode: 403,
  wrongPasskey: 403,
  linkOver: 410,
  crossSite: 403,
  notAllowed: 403,
  notFound: 404,
  staleEdit: 409,
  idTaken: 409,
  inUse: 409,
  duplicate: 409,
  emailTaken: 409,
  notDemo: 409,
  demoStays: 409,
  tooManyPasskeys: 409,
  tankRecorded: 409,
  taskRunning: 409,
  cancelled: 409,
  tooSlow: 408,
  tooLarge: 413,
  unsupportedMedia: 415,
  refused: 422,
  tooManyRequests: 429,
  internal: 500,
  diskFull: 507,
  weatherAway: 502,
  probeAway: 502,
  scaleAway: 502,
  meterAway: 502,
  databaseAway: 503,
  proxyPlain: 503,
  busy: 503,
  tookTooLong: 503,
} as const
export type ProblemCode = keyof typeof problemStatus

/** More faults than this help nobody. */
export const mostFaults = 50
export const andMore: Refusal = { code: 'andMore', params: {} }

/** An expected failure of a request. Thrown in the handlers, answered as problem details. */
export class ProblemError extends Error {
  /** At most fifty, and then that there are more. */
  readonly faults: Refusal[]

  constructor(
    readonly code: ProblemCode,
    faults: Refusal[] = [],
    readonly extra: { current?: Record<string, unknown>; retryAfter?: number } = {},
  ) {
    super(code)
    this.faults = faults.length > mostFaults ? [...faults.slice(0, mostFaults), andMore] : faults
  }
}

/** The value of an outcome, or a 422 with its refusals. */
export function accept<T>(outcome: { ok: true; value: T } | { ok: false; refusals: Refusal[] }): T {
  if (!outcome.ok) throw new ProblemError('refused', outcome.refusals)
  return outcome.value
}
