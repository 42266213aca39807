import { isIP } from 'node:net'
import Joi from 'joi'

/** What the server is told by its environment. */
const weatherFormats = ['own', 'series', 'arrays'] as const
/** A weather service: where, in which shape it answers, where its years of the past are if elsewhere, and whom it may write to. */
export interface WeatherSource {
  url: string
  format: (typeof weatherFormats)[number]
  historyUrl?: string
  contact?: string
}

export interface Config {
  databaseUrl: string
  port: number
  host: string
  /** Signs the session cookie; at least 32 characters. */
  sessionSecret: string
  /** Folder of the built web application; none when only the API is served. */
  webFolder?: string
  /** Loads the demo yard and offers it at sign-in. */
  demo: boolean
  /**
   * Behind a balancer that ends TLS: how many hops, or which addresses, are its own. Cookies are then secure, and the client's
   * address is the first that none of them has. False where there is none.
   */
  trustProxy: false | number | string[]
  /** Address of the weather service; without one there is no forecast. */
  weather?: WeatherSource
  /** Address of a soil probe that speaks the line protocol (docs/probe.md), tcp://host:port. */
  probeUrl?: string
  /** Address of a kitchen scale that speaks the line protocol (docs/scale.md), tcp://host:port. */
  scaleUrl?: string
  /** Address of a wind meter that speaks the line protocol (docs/meter.md), tcp://host:port. */
  meterUrl?: string
  /** What one account may hold. */
  quota: { rows: number; bytes: number; uploads: number }
  /** A mail server, for links to set a new password; none where nothing is set. */
  smtp?: { url: string; from: string }
  /** Where people reach it, for links in mails. */
  publicUrl: string
  /** How tries on one account are slowed down. */
  signInPace: { firstMs: number }
  /** Keys of web push; reminders are pushed only where all three are given. */
  push?: { publicKey: string; privateKey: string; contact: string }
}

/** One hop where it only says that there is one. */
function parseProxy(said: string, helpers: Joi.CustomHelpers): Config['trustProxy'] | Joi.ErrorReport {
  if (['false', '0', 'no', ''].includes(said)) return false
  if (['true', 'yes'].includes(said)) return 1
  if (/^[1-9]$/.test(said)) return Number(said)
  const addresses = said.split(',').map((a) => a.trim())
  const isRange = (a: string) =>
    ['loopback', 'linklocal', 'uniquelocal'].includes(a) || isIP(a.split('/')[0]!) > 0
  return addresses.every(isRange)
    ? addresses
    : helpers.message({
        custom: '"BEHIND_PROXY" takes true, a number of hops from 1 to 9, or addresses of proxies',
      })
}

/** What a worker needs to know of it. */
export type WorkerConfig = Pick<Config, 'databaseUrl' | 'weather' | 'quota' | 'push'>

const workerVariables = {
  DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  WEATHER_URL: Joi.string().uri({ scheme: ['http', 'https'] }),
  WEATHER_FORMAT: Joi.string()
    .valid(...weatherFormats)
    .default('own'),
  WEATHER_HISTORY_URL: Joi.string().uri({ scheme: ['http', 'https'] }),
  WEATHER_CONTACT: Joi.string().max(200),
  QUOTA_ROWS: Joi.number().integer().min(100).default(1_000_000),
  QUOTA_MEGABYTES: Joi.number().integer().min(1).default(4096),
  QUOTA_UPLOADS: Joi.number().integer().min(1).default(500),
  VAPID_PUBLIC_KEY: Joi.string().max(200),
  VAPID_PRIVATE_KEY: Joi.string().max(100),
  PUSH_CONTACT: Joi.string().uri({ scheme: ['mailto', 'https'] }),
}
const pushTogether = ['VAPID_PUBLIC_KEY', 'VAPID_PRIVATE_KEY', 'PUSH_CONTACT']
const workerSchema = Joi.object(workerVariables)
  .and(...pushTogether)
  .unknown()

const schema = Joi.object({
  ...workerVariables,
  PORT: Joi.number().port().default(4173),
  HOST: Joi.string().default('127.0.0.1'),
  SESSION_SECRET: Joi.string().min(32).required(),
  WEB_FOLDER: Joi.string(),
  DEMO: Joi.boolean().default(false),
  BEHIND_PROXY: Joi.string().allow('').custom(parseProxy, 'hops or addresses').default(false),
  PROBE_URL: Joi.string().uri({ scheme: ['tcp'] }),
  SCALE_URL: Joi.string().uri({ scheme: ['tcp'] }),
  METER_URL: Joi.string().uri({ scheme: ['tcp'] }),
  SMTP_URL: Joi.string().uri({ scheme: ['smtp', 'smtps'] }),
  SMTP_FROM: Joi.string().max(200),
  PUBLIC_URL: Joi.string().uri({ scheme: ['http', 'https'] }),
})
  .and(...pushTogether)
  .and('SMTP_URL', 'SMTP_FROM')
  .unknown()

function readVariables(from: Joi.ObjectSchema, env: Record<string, string | undefined>) {
  const { error, value } = from.validate(env, { abortEarly: false })
  if (error) throw new Error(`configuration: ${error.details.map((d) => d.message).join('; ')}`)
  return value
}

/** Reads a worker's configuration. @throws Error with every fault, in words. */
export function parseWorkerConfig(env: Record<string, string | undefined>): WorkerConfig {
  const value = readVariables(workerSchema, env)
  return {
    databaseUrl: value.DATABASE_URL,
    quota: {
      rows: value.QUOTA_ROWS,
      bytes: value.QUOTA_MEGABYTES * 1_000_000,
      uploads: value.QUOTA_UPLOADS,
    },
    ...(value.WEATHER_URL && {
      weather: {
        url: value.WEATHER_URL,
        format: value.WEATHER_FORMAT,
        ...(value.WEATHER_HISTORY_URL && { historyUrl: value.WEATHER_HISTORY_URL }),
        ...(value.WEATHER_CONTACT && { contact: value.WEATHER_CONTACT }),
      },
    }),
    ...(value.VAPID_PUBLIC_KEY && {
      push: {
        publicKey: value.VAPID_PUBLIC_KEY,
        privateKey: value.VAPID_PRIVATE_KEY,
        contact: value.PUSH_CONTACT,
      },
    }),
  }
}

/** Reads the configuration. @throws Error with every fault, in words. */
export function parseConfig(env: Record<string, string | undefined>): Config {
  const value = readVariables(schema, env)
  return {
    ...parseWorkerConfig(env),
    port: value.PORT,
    host: value.HOST,
    sessionSecret: value.SESSION_SECRET,
    ...(value.WEB_FOLDER && { webFolder: value.WEB_FOLDER }),
    demo: value.DEMO,
    trustProxy: value.BEHIND_PROXY,
    publicUrl: value.PUBLIC_URL ?? `http://${value.HOST}:${value.PORT}`,
    signInPace: { firstMs: 500 },
    ...(value.SMTP_URL && { smtp: { url: value.SMTP_URL, from: value.SMTP_FROM } }),
    ...(value.PROBE_URL && { probeUrl: value.PROBE_URL }),
    ...(value.SCALE_URL && { scaleUrl: value.SCALE_URL }),
    ...(value.METER_URL && { meterUrl: value.METER_URL }),
  }
}
