import {
  browserSupportsWebAuthn,
  startAuthentication,
  startRegistration,
  type PublicKeyCredentialCreationOptionsJSON,
  type PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser'
import type { PasskeySaid } from '@jardinero/contract/person'
import { send } from './api.ts'

/** A passkey works at a name, not at a number: on 127.0.0.1 there is none, on localhost there is. */
export const canUsePasskeys = (): boolean =>
  browserSupportsWebAuthn() && !/^[\d.]+$|:/.test(location.hostname)

/** Makes a passkey on this device and keeps its public half. @throws ApiProblem; WebAuthnError where the person calls it off */
export async function makePasskey(name: string): Promise<void> {
  const optionsJSON = await send<PublicKeyCredentialCreationOptionsJSON>(
    'POST',
    '/api/account/passkeys/offer',
    {},
  )
  const said = await startRegistration({ optionsJSON })
  await send('POST', '/api/account/passkeys', { name, said })
}

/** Shows a passkey of this device. @throws ApiProblem; WebAuthnError where the person calls it off */
export async function showPasskey(): Promise<PasskeySaid> {
  const optionsJSON = await send<PublicKeyCredentialRequestOptionsJSON>(
    'POST',
    '/api/session/passkey-offer',
    {},
  )
  const { id, rawId, response, clientExtensionResults, authenticatorAttachment } = await startAuthentication({
    optionsJSON,
  })
  return {
    id,
    rawId,
    type: 'public-key',
    response: { ...response },
    clientExtensionResults: { ...clientExtensionResults },
    ...(authenticatorAttachment && { authenticatorAttachment }),
  }
}
