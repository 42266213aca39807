import type { FastifyError, FastifyReply, FastifyRequest } from 'fastify'
import type Joi from 'joi'
import type { Problem } from '@jardinero/contract/problem'
import type { Refusal } from '@jardinero/core/quantity'
import type { Words } from '@jardinero/words'
import { ProblemError, problemStatus, type ProblemCode } from './problem.ts'

type Raised = Partial<FastifyError> & Partial<Joi.ValidationError> & { driverError?: { code?: string } }

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
  /Connection terminated|timeout exceeded when trying to connect|not currently accepting connections|not queryable|Driver not Connected/i.test(
    error.message ?? '',
  )

const byFastifyCode: Record<string, ProblemCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'tooLarge',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'unsupportedMedia',
  FST_CSRF_INVALID_TOKEN: 'crossSite',
  FST_CSRF_MISSING_SECRET: 'crossSite',
}

const fromJoi = (error: Raised): Refusal[] =>
  (error.details ?? []).map(({ path, type, context }) => ({
    code: type,
    field: path.join('.'),
    params: { limit: Number(context?.['limit'] ?? 0), given: String(context?.['value'] ?? '').slice(0, 40) },
  }))

function classify(error: Raised): ProblemError {
  if (error instanceof ProblemError) return error
  if (error.isJoi) return new ProblemError('invalidInput', fromJoi(error))
  if (isAway(error)) return new ProblemError('databaseAway')
  if (error.driverError?.code === '23503') return new ProblemError('inUse')
  const known = byFastifyCode[error.code ?? '']
  if (known) return new ProblemError(known)
  if (error.statusCode === 429) return new ProblemError('tooManyRequests')
  if (error.statusCode && error.statusCode < 500) return new ProblemError('malformedRequest')
  return new ProblemError('internal')
}

const faultWords = (words: Words, { code, params }: Refusal): string => {
  const key = [`refusal.${code}`, `invalid.${code}`].find(words.has) ?? 'invalid.other'
  return words.say(key, params)
}

/** The problem as it goes over the wire, its sentences in the reader's words. */
export function describeProblem(problem: ProblemError, words: Words): Problem {
  const faults = problem.faults.map((f) => ({ ...f, detail: faultWords(words, f) }))
  const title = words.say(`problem.${problem.code}`)
  return {
    type: `/api/docs#problem-${problem.code}`,
    title,
    status: problemStatus[problem.code],
    detail: faults[0]?.detail ?? title,
    code: problem.code === 'refused' ? (faults[0]?.code ?? 'refused') : problem.code,
    faults,
    ...problem.extra,
  }
}

/** Answers every error as problem details; logs only what is ours. */
export const problemHandler =
  (wordsFor: (request: FastifyRequest) => Words) =>
  (error: unknown, request: FastifyRequest, reply: FastifyReply): FastifyReply => {
    const problem = classify(error as Raised)
    if (problem.code === 'internal') request.log.error(error)
    if (problem.code === 'databaseAway') void reply.header('retry-after', '2')
    return reply
      .code(problemStatus[problem.code])
      .type('application/problem+json')
      .send(describeProblem(problem, wordsFor(request)))
  }
