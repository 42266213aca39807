import { randomUUID } from 'node:crypto'
import {
  generateAuthenticationOptions,
  generateRegistrationOptions,
  verifyAuthenticationResponse,
  verifyRegistrationResponse,
  type AuthenticationResponseJSON,
  type AuthenticatorTransport,
  type RegistrationResponseJSON,
} from '@simplewebauthn/server'
import type { EntityManager } from 'typeorm'
import type { Passkey, PasskeySaid } from '@jardinero/contract/person'
import type { PersonId } from '@jardinero/core/quantity'
import type { StoredPasskey, StoredPerson } from '../platform/accountEntities.ts'
import { ProblemError } from '../platform/problem.ts'

/** Where a key is asked for: it works at this name and at no other. */
export interface Site {
  /** Host name alone. */
  id: string
  origin: string
}

/** So many keys a person may have. */
const mostKeys = 20

const keysOf = (manager: EntityManager, personId: PersonId): Promise<StoredPasskey[]> =>
  manager.find<StoredPasskey>('passkey', { where: { personId }, order: { createdAt: 'ASC' } })
const transportsOf = ({ transports }: StoredPasskey) => transports as AuthenticatorTransport[]

export async function listPasskeys(manager: EntityManager, personId: PersonId): Promise<Passkey[]> {
  const keys = await keysOf(manager, personId)
  return keys.map(({ id, name, createdAt, usedAt }) => ({ id, name, since: createdAt, lastUsed: usedAt }))
}

/** What a browser needs to make a key. @throws ProblemError tooManyPasskeys */
export async function offerPasskey(manager: EntityManager, person: StoredPerson, site: Site) {
  const keys = await keysOf(manager, person.id)
  if (keys.length >= mostKeys) throw new ProblemError('tooManyPasskeys')
  return generateRegistrationOptions({
    rpName: 'Jardinero',
    rpID: site.id,
    userName: person.email,
    userDisplayName: person.name,
    userID: new TextEncoder().encode(person.id),
    attestationType: 'none',
    excludeCredentials: keys.map((key) => ({ id: key.keyId, transports: transportsOf(key) })),
    authenticatorSelection: { residentKey: 'required', userVerification: 'required' },
  })
}

/** Keeps a key that a browser made. @throws ProblemError wrongPasskey */
export async function keepPasskey(
  manager: EntityManager,
  person: StoredPerson,
  made: { site: Site; challenge: string; name: string; said: PasskeySaid },
): Promise<void> {
  const { site, challenge, name, said } = made
  const verified = await verifyRegistrationResponse({
    // eslint-disable-next-line no-restricted-syntax -- the library looks at every part of it
    response: said as unknown as RegistrationResponseJSON,
    expectedChallenge: challenge,
    expectedOrigin: site.origin,
    expectedRPID: site.id,
  }).catch(() => undefined)
  if (!verified?.verified) throw new ProblemError('wrongPasskey')
  const { credential } = verified.registrationInfo
  const there = await manager.findOneBy<StoredPasskey>('passkey', { keyId: credential.id })
  if (there) throw new ProblemError('wrongPasskey')
  await manager.insert<StoredPasskey>('passkey', {
    id: randomUUID(),
    personId: person.id,
    keyId: credential.id,
    publicKey: Buffer.from(credential.publicKey),
    uses: credential.counter,
    transports: credential.transports ?? [],
    name,
    usedAt: null,
  })
}

/** What a browser needs to ask for a key: whichever it has of this site. */
export const askForPasskey = (site: Site) =>
  generateAuthenticationOptions({ rpID: site.id, userVerification: 'required' })

/** Whose key it is that a browser showed. @throws ProblemError wrongPasskey */
export async function personOfPasskey(
  manager: EntityManager,
  shown: { site: Site; challenge: string; said: PasskeySaid },
): Promise<StoredPerson> {
  const { site, challenge, said } = shown
  const key = await manager.findOneBy<StoredPasskey>('passkey', { keyId: said.id })
  if (!key) throw new ProblemError('wrongPasskey')
  const verified = await verifyAuthenticationResponse({
    // eslint-disable-next-line no-restricted-syntax -- the library looks at every part of it
    response: said as unknown as AuthenticationResponseJSON,
    expectedChallenge: challenge,
    expectedOrigin: site.origin,
    expectedRPID: site.id,
    credential: {
      id: key.keyId,
      publicKey: new Uint8Array(key.publicKey),
      counter: key.uses,
      transports: transportsOf(key),
    },
  }).catch(() => undefined)
  if (!verified?.verified) throw new ProblemError('wrongPasskey')
  await manager.query('UPDATE passkey SET uses = $2, used_at = now() WHERE id = $1', [
    key.id,
    verified.authenticationInfo.newCounter,
  ])
  return manager.findOneByOrFail<StoredPerson>('person', { id: key.personId })
}
