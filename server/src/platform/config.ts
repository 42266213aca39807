import Joi from 'joi'

/** What the server is told by its environment. */
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
  /** Behind a balancer that ends TLS: cookies are secure, the client's address is taken from its headers. */
  behindProxy: boolean
  /** Address of the weather service; without one there is no forecast. */
  weatherUrl?: string
  /** Address of a soil probe that speaks the line protocol (docs/probe.md), tcp://host:port. */
  probeUrl?: string
  /** Address of a kitchen scale that speaks the line protocol (docs/scale.md), tcp://host:port. */
  scaleUrl?: string
  /** Address of a wind meter that speaks the line protocol (docs/meter.md), tcp://host:port. */
  meterUrl?: string
  /** Keys of web push; reminders are pushed only where all three are given. */
  push?: { publicKey: string; privateKey: string; contact: string }
}

const schema = Joi.object({
  DATABASE_URL: Joi.string()
    .uri({ scheme: ['postgres', 'postgresql'] })
    .required(),
  PORT: Joi.number().port().default(4173),
  HOST: Joi.string().default('127.0.0.1'),
  SESSION_SECRET: Joi.string().min(32).required(),
  WEB_FOLDER: Joi.string(),
  DEMO: Joi.boolean().default(false),
  BEHIND_PROXY: Joi.boolean().default(false),
  WEATHER_URL: Joi.string().uri({ scheme: ['http', 'https'] }),
  PROBE_URL: Joi.string().uri({ scheme: ['tcp'] }),
  SCALE_URL: Joi.string().uri({ scheme: ['tcp'] }),
  METER_URL: Joi.string().uri({ scheme: ['tcp'] }),
  VAPID_PUBLIC_KEY: Joi.string().max(200),
  VAPID_PRIVATE_KEY: Joi.string().max(100),
  PUSH_CONTACT: Joi.string().uri({ scheme: ['mailto', 'https'] }),
})
  .and('VAPID_PUBLIC_KEY', 'VAPID_PRIVATE_KEY', 'PUSH_CONTACT')
  .unknown()

/** Reads the configuration. @throws Error with every fault, in words. */
export function parseConfig(env: Record<string, string | undefined>): Config {
  const { error, value } = schema.validate(env, { abortEarly: false })
  if (error) throw new Error(`configuration: ${error.details.map((d) => d.message).join('; ')}`)
  return {
    databaseUrl: value.DATABASE_URL,
    port: value.PORT,
    host: value.HOST,
    sessionSecret: value.SESSION_SECRET,
    ...(value.WEB_FOLDER && { webFolder: value.WEB_FOLDER }),
    demo: value.DEMO,
    behindProxy: value.BEHIND_PROXY,
    ...(value.WEATHER_URL && { weatherUrl: value.WEATHER_URL }),
    ...(value.PROBE_URL && { probeUrl: value.PROBE_URL }),
    ...(value.SCALE_URL && { scaleUrl: value.SCALE_URL }),
    ...(value.METER_URL && { meterUrl: value.METER_URL }),
    ...(value.VAPID_PUBLIC_KEY && {
      push: {
        publicKey: value.VAPID_PUBLIC_KEY,
        privateKey: value.VAPID_PRIVATE_KEY,
        contact: value.PUSH_CONTACT,
      },
    }),
  }
}
