import type { SessionId } from '@jardinero/core/quantity'
import Joi from 'joi'
import type { Role } from './roles.ts'
import { count, name, type Row } from './field.ts'

export const unitSystems = ['us', 'metric'] as const
export const temperatureScales = ['F', 'C'] as const
export const themes = ['auto', 'light', 'dark', 'sun'] as const

/** How one person reads: units, temperature, language and region, light or dark. */
export interface Preferences {
  units: (typeof unitSystems)[number]
  temperature: (typeof temperatureScales)[number]
  /** BCP 47, for numbers and dates. */
  locale: string
  theme: (typeof themes)[number]
}

export interface Person extends Row, Preferences {
  email: string
  name: string
  /** What the person may do in the account (roles.ts). */
  role: Role
  /** Of an applicator; empty where there is none. It goes onto what the person writes down. */
  licence: string
}

/** What the application learns when it opens. */
export interface SessionState {
  person: Person | null
  csrfToken: string
  /** Whether a demo yard can be entered here. */
  demoOffered: boolean
  /** Whether a link to set a new password can be sent by mail. */
  mailOffered: boolean
  /** After signing in: tries that failed since the last time. */
  failedSignIns?: { count: number; lastAt: string }
  /** After signing up, and when new ones were asked for: told once. */
  recoveryCodes?: string[]
}

const email = Joi.string().trim().lowercase().email({ tlds: false }).max(254)
/** Long passphrases are welcome. */
const mostPassword = 1000
const password = Joi.string().min(10).max(mostPassword)
const locale = Joi.string()
  .max(35)
  .custom((value: string, helpers) => {
    try {
      return Intl.getCanonicalLocales(value)[0]
    } catch {
      return helpers.error('any.invalid')
    }
  })

export interface SignIn {
  email: string
  password: string
}
export interface SignUp extends SignIn {
  name: string
  locale: string
}
export interface RecoverOrder extends SignIn {
  code: string
}
/** What a person changes of how they read. */
export interface PreferencesOrder extends Partial<Preferences> {
  version: number
  name?: string
  licence?: string
}
/** What somebody new says of themselves. */
export const newcomer = {
  email: email.required(),
  password: password.required(),
  name: name.required(),
  locale: locale.default('en-US'),
}
export const signUp = Joi.object<SignUp, true>(newcomer)

export const signIn = Joi.object<SignIn, true>({
  email: email.required(),
  password: Joi.string().max(mostPassword).required(),
})

export const preferences = Joi.object<PreferencesOrder, true>({
  version: count(1).required(),
  name,
  licence: Joi.string().trim().max(60).allow(''),
  units: Joi.string().valid(...unitSystems),
  temperature: Joi.string().valid(...temperatureScales),
  locale,
  theme: Joi.string().valid(...themes),
}).min(2)

/** A device a person is signed in on. */
export interface Device {
  id: SessionId
  /** What its browser says of itself. */
  userAgent: string
  since: string
  seen: string
  /** The one that asks. */
  here: boolean
}
/** A key on a phone, computer or stick that lets a person in without the password. */
export interface Passkey {
  id: string
  name: string
  since: string
  lastUsed: string | null
}
/** What an account holds, and what it may: rows, bytes of pictures and files, uploads in a day. */
export interface Usage {
  rows: number
  bytes: number
  uploads: number
  most: { rows: number; bytes: number; uploads: number }
}
/** GET /api/account/security */
export interface Security {
  devices: Device[]
  passkeys: Passkey[]
  /** Recovery codes not used yet. */
  codesLeft: number
  usage: Usage
}

const code = Joi.string().trim().min(8).max(60)
const any = Joi.string().max(mostPassword)
/** POST /api/session/recover: in with a recovery code, and a new password with it. */
export const recoverOrder = Joi.object<RecoverOrder, true>({
  email: email.required(),
  code: code.required(),
  password: password.required(),
})
/** POST /api/session/forgot */
export const forgotOrder = Joi.object<{ email: string }, true>({ email: email.required() })
/** POST /api/session/reset: a new password by the link that was sent. */
export const resetOrder = Joi.object<{ token: string; password: string }, true>({
  token: Joi.string().max(100).required(),
  password: password.required(),
})
export const passwordOrder = Joi.object<{ current: string; password: string }, true>({
  current: any.required(),
  password: password.required(),
})
export const emailOrder = Joi.object<{ password: string; email: string }, true>({
  password: any.required(),
  email: email.required(),
})
/** What is not done without the password. */
export const confirmOrder = Joi.object<{ password: string }, true>({ password: any.required() })

/** What the browser's own key said (WebAuthn), as its library sends it; the server's library looks at what is in it. */
const said = Joi.object<PasskeySaid>({
  id: Joi.string().max(1400).required(),
  rawId: Joi.string().max(1400).required(),
  type: Joi.valid('public-key').required(),
  response: Joi.object().pattern(Joi.string(), Joi.any()).required(),
  clientExtensionResults: Joi.object().unknown().required(),
  authenticatorAttachment: Joi.string().max(40).allow(null),
})
export interface PasskeySaid {
  id: string
  rawId: string
  type: 'public-key'
  response: Record<string, unknown>
  clientExtensionResults: Record<string, unknown>
  authenticatorAttachment?: string | null
}
/** POST /api/account/passkeys */
export const passkeyOrder = Joi.object<{ name: string; said: PasskeySaid }, true>({
  name: name.required(),
  said: said.required(),
})
/** POST /api/session/passkey */
export const passkeyIn = Joi.object<{ said: PasskeySaid }, true>({ said: said.required() })
