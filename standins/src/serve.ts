import type { Server } from 'node:net'

/** Runs a stand-in on a loopback port and tells who started it where; it does not outlive them. */
export function serve(server: Server, port: number, scheme: 'http' | 'tcp'): void {
  server.listen(port, '127.0.0.1', () => {
    const address = server.address()
    const at = typeof address === 'object' ? address?.port : port
    process.send?.({ url: `${scheme}://127.0.0.1:${at}` })
  })
  process.on('disconnect', () => process.exit(0))
  for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
}
