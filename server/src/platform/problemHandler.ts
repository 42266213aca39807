import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify'
import type Joi from 'joi'
import type { Problem } from '@jardinero/contract/problem'
import type { Words } from '@jardinero/words'
import { faultsOf } from './validation.ts'
import { ProblemError, problemStatus, type ProblemCode } from './problem.ts'

type Raised = Partial<FastifyError> & Partial<Joi.ValidationError> & { driverError?: { code?: string } }
type Tell = (error: unknown, where: string) => void

/** PostgreSQL and socket codes that mean the database cannot be reached just now. */
const awayCodes = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'EPIPE',
  'ETIMEDOUT',
  'ENOTFOUND',
  '57P01',
  '57P02',
  '57P03',
  '08006',
  '08001',
  '08003',
  '53300',
])
const isAway = (error: Raised): boolean =>
  awayCodes.has(error.driverError?.code ?? '') ||
  awayCodes.has(error.code ?? '') ||
  /Connection terminated|not currently accepting connections|not queryable|already released|Driver not Connected/i.test(
    error.message ?? '',
  )

/** Of PostgreSQL, and of the system below it. */
const byDriverCode: Record<string, ProblemCode> = {
  '23503': 'inUse',
  '23505': 'duplicate',
  '40001': 'busy',
  '40P01': 'busy',
  '53100': 'diskFull',
  '57014': 'tookTooLong',
  '58030': 'diskFull',
  ENOSPC: 'diskFull',
}
/** Class 22, data exception: what was sent cannot be kept as what it is said to be. */
const isUnstorable = (code: string): boolean => /^22\w{3}$/.test(code)
/** Every connection is in use, and none became free in time: the database is there. */
const isCrowded = (error: Raised): boolean =>
  (error.message ?? '').includes('timeout exceeded when trying to connect')

const byFastifyCode: Record<string, ProblemCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'tooLarge',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'unsupportedMedia',
  FST_CSRF_INVALID_TOKEN: 'crossSite',
  FST_CSRF_MISSING_SECRET: 'crossSite',
}

export function classify(error: Raised): ProblemError {
  if (error instanceof ProblemError) return error
  if (error.isJoi) return new ProblemError('invalidInput', faultsOf(error as Joi.ValidationError))
  if (isCrowded(error)) return new ProblemError('busy', [], { retryAfter: 2 })
  if (isAway(error)) return new ProblemError('databaseAway', [], { retryAfter: 2 })
  const code = error.driverError?.code ?? error.code ?? ''
  if (isUnstorable(code))
    return new ProblemError('invalidInput', [{ code: 'textNotStorable', field: '', params: {} }])
  const byDriver = byDriverCode[code]
  if (byDriver) return new ProblemError(byDriver)
  const known = byFastifyCode[error.code ?? '']
  if (known) return new ProblemError(known)
  if (error.statusCode === 429) return new ProblemError('tooManyRequests')
  if (error.statusCode && error.statusCode < 500) return new ProblemError('malformedRequest')
  return new ProblemError('internal')
}

/** The problem as it goes over the wire, its sentences in the reader's words. */
export function describeProblem(problem: ProblemError, words: Words): Problem {
  const { retryAfter: _, ...extra } = problem.extra
  const faults = problem.faults.map((f) => ({ ...f, detail: words.refusal(f) }))
  const title = words.say(`problem.${problem.code}`)
  return {
    type: `/api/docs#problem-${problem.code}`,
    title,
    status: problemStatus[problem.code],
    detail: faults[0]?.detail ?? title,
    code: problem.code === 'refused' ? (faults[0]?.code ?? 'refused') : problem.code,
    faults,
    ...extra,
  }
}

/** Answers every error as problem details; tells the log only of what is ours. */
export const problemHandler =
  (wordsFor: (request: FastifyRequest) => Words, tell: Tell) =>
  (error: unknown, request: FastifyRequest, reply: FastifyReply): FastifyReply => {
    const problem = classify(error as Raised)
    if (problem.code === 'internal' || problem.code === 'diskFull')
      tell(error, `${request.method} ${request.routeOptions.url ?? ''}`)
    if (problem.extra.retryAfter) void reply.header('retry-after', String(problem.extra.retryAfter))
    return reply
      .code(problemStatus[problem.code])
      .type('application/problem+json')
      .send(describeProblem(problem, wordsFor(request)))
  }
