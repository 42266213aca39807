import type { FastifyBaseLogger } from 'fastify'

/** What the log says of an error: its kind, code and place. Never what was sent: not its parameters, not the values in its sentence. */
export function describeFault(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { name: typeof error }
  const { code, driverError } = error as Error & {
    code?: unknown
    driverError?: { code?: string; table?: string; constraint?: string }
  }
  const message = error.message.replace(/"[^"]*"|'[^']*'|“[^”]*”/g, '…').split('\n')[0]!
  const frames = (error.stack ?? '')
    .split('\n')
    .filter((line) => /^\s+at /.test(line) && !line.includes('node_modules') && !line.includes('node:'))
  return {
    name: error.name,
    code: driverError?.code ?? code,
    message: message.slice(0, 200),
    ...(driverError?.table && { table: driverError.table }),
    ...(driverError?.constraint && { constraint: driverError.constraint }),
    at: frames.slice(0, 3).map((line) => line.trim().slice(3)),
  }
}

const quietMs = 60_000
const mostKinds = 500

/** One line an error, the same error once a minute and how often it came meanwhile: a disk is not filled by its own complaint. */
export function createFaultLog(log: Pick<FastifyBaseLogger, 'error'>, now: () => number = Date.now) {
  const told = new Map<string, { at: number; since: number }>()
  return (error: unknown, where: string): void => {
    const fault = describeFault(error)
    const key = `${where} ${String(fault['name'])} ${String(fault['code'])} ${String((fault['at'] as string[] | undefined)?.[0])}`
    const known = told.get(key)
    if (known && now() - known.at < quietMs) {
      known.since++
      return
    }
    if (told.size >= mostKinds) told.clear()
    told.set(key, { at: now(), since: 0 })
    log.error({ ...fault, where, ...(known?.since && { meanwhile: known.since }) })
  }
}
