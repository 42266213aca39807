import type {
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
} from '@simplewebauthn/browser'
import type { PasskeySaid } from '@jardinero/contract/person'
import { ApiProblem, send } from './api.ts'

/** A passkey works at a name, not at a number: on 127.0.0.1 there is none, on localhost there is. */
export const canUsePasskeys = (): boolean =>
  'PublicKeyCredential' in globalThis && !/^[\d.]+$|:/.test(location.hostname)

/** The browser's part, whose library comes when it is asked for; nothing where the person calls it off. @throws ApiProblem */
async function byBrowser<T>(
  ask: (library: typeof import('@simplewebauthn/browser')) => Promise<T>,
): Promise<T | undefined> {
  const library = await import('@simplewebauthn/browser')
  try {
    return await ask(library)
  } catch (error) {
    if (error instanceof ApiProblem) throw error
    return undefined
  }
}

/** Makes a passkey on this device and keeps its public half. @returns whether one was made. @throws ApiProblem */
export async function makePasskey(name: string, password: string): Promise<boolean> {
  const offer = await send<PublicKeyCredentialCreationOptionsJSON>('POST', '/api/account/passkeys/offer', {
    password,
  })
  const said = await byBrowser(({ startRegistration }) => startRegistration({ optionsJSON: offer }))
  if (said) await send('POST', '/api/account/passkeys', { name, said })
  return Boolean(said)
}

/** Shows a passkey of this device; nothing where the person calls it off. @throws ApiProblem */
export async function showPasskey(): Promise<PasskeySaid | undefined> {
  const offer = await send<PublicKeyCredentialRequestOptionsJSON>('POST', '/api/session/passkey-offer', {})
  const said = await byBrowser(({ startAuthentication }) => startAuthentication({ optionsJSON: offer }))
  if (!said) return undefined
  const { id, rawId, response, clientExtensionResults, authenticatorAttachment } = said
  return {
    id,
    rawId,
    type: 'public-key',
    response: { ...response },
    clientExtensionResults: { ...clientExtensionResults },
    ...(authenticatorAttachment && { authenticatorAttachment }),
  }
}
