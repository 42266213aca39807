import type { FastifyRequest } from 'fastify'
import type { StoredPerson } from '../platform/accountEntities.ts'
import { ProblemError } from '../platform/problem.ts'
import { demoPersonId } from './demo.ts'
import { isPassword } from './passwords.ts'

/** The person who asks, by their password. @throws ProblemError wrongPassword, demoStays */
export async function confirmed(
  request: FastifyRequest,
  password: string,
  field = 'password',
): Promise<StoredPerson> {
  const person = request.person!
  if (person.id === demoPersonId) throw new ProblemError('demoStays')
  if (!(await isPassword(person.passwordHash, password)))
    throw new ProblemError('wrongPassword', [{ code: 'wrongPassword', field, params: {} }])
  return person
}
