import { createTransport } from 'nodemailer'
import type { Config } from './config.ts'

export interface Mail {
  to: string
  subject: string
  text: string
}
export type SendMail = (mail: Mail) => Promise<void>

/** Mail by the SMTP server that is set; nothing where none is. */
export function createMail(smtp: Config['smtp']): SendMail | undefined {
  if (!smtp) return undefined
  const transport = createTransport(smtp.url)
  return async (mail) => void (await transport.sendMail({ from: smtp.from, ...mail }))
}
