import { hash, verify } from '@node-rs/argon2'
import { ZxcvbnFactory } from '@zxcvbn-ts/core'
import * as common from '@zxcvbn-ts/language-common'
import * as english from '@zxcvbn-ts/language-en'
import { randomUUID } from 'node:crypto'
import { createGate } from '../platform/gate.ts'
import { ProblemError } from '../platform/problem.ts'

/** OWASP's second choice of Argon2id parameters: 19 MiB, two passes, one lane. */
const hashing = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }
/** A hash takes 20 ms of a core: a few at once, and not without end. */
const gate = createGate({ running: 2, waiting: 60, retryAfter: 2 })

export const hashPassword = (password: string): Promise<string> => gate(() => hash(password, hashing))

/** Verified against where no such person exists, so that the answer takes as long. */
const nobody = hash(randomUUID(), hashing)

export const isPassword = async (stored: string | null | undefined, password: string): Promise<boolean> => {
  const against = stored ?? (await nobody)
  const right = await gate(() => verify(against, password))
  return right && Boolean(stored)
}

const strength = new ZxcvbnFactory({
  dictionary: { ...common.dictionary, ...english.dictionary },
  graphs: common.adjacencyGraphs,
})
/** Of a long phrase the beginning tells enough; judging all of it would take seconds. */
const judged = 64
/** Guessed in under a million tries or so. */
const leastScore = 2

/** Refuses what is tried first: what everybody uses, and one's own address or name. @throws ProblemError refused at `field` */
export function checkPassword(
  password: string,
  own: { email: string; name: string },
  field = 'password',
): void {
  const words = [own.email, own.email.split('@')[0]!, own.name, 'jardinero'].filter((w) => w.length > 2)
  const lower = password.toLowerCase()
  if (words.some((w) => lower === w.toLowerCase() || lower.startsWith(own.email.toLowerCase())))
    throw new ProblemError('refused', [{ code: 'passwordOwn', field, params: {} }])
  const { score } = strength.check(password.slice(0, judged), words)
  if (score < leastScore) throw new ProblemError('refused', [{ code: 'passwordCommon', field, params: {} }])
}
