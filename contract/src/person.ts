import Joi from 'joi'
import { name, type Row } from './field.ts'

export const unitSystems = ['us', 'metric'] as const
export const temperatureScales = ['F', 'C'] as const
export const themes = ['auto', 'light', 'dark'] as const

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
  /** Of an applicator; empty where there is none. It goes onto what the person writes down. */
  licence: string
}

/** What the application learns when it opens. */
export interface SessionState {
  person: Person | null
  csrfToken: string
  /** Whether a demo yard can be entered here. */
  demoOffered: boolean
}

const email = Joi.string().trim().lowercase().email({ tlds: false }).max(254)
const password = Joi.string().min(10).max(200)
const locale = Joi.string()
  .max(35)
  .custom((value: string, helpers) => {
    try {
      return Intl.getCanonicalLocales(value)[0]
    } catch {
      return helpers.error('any.invalid')
    }
  })

export const signUp = Joi.object({
  email: email.required(),
  password: password.required(),
  name: name.required(),
  locale: locale.default('en-US'),
})

export const signIn = Joi.object({ email: email.required(), password: Joi.string().max(200).required() })

export const preferences = Joi.object({
  version: Joi.number().integer().min(1).required(),
  name,
  licence: Joi.string().trim().max(60).allow(''),
  units: Joi.string().valid(...unitSystems),
  temperature: Joi.string().valid(...temperatureScales),
  locale,
  theme: Joi.string().valid(...themes),
}).min(2)
