import type { AddressInfo, Server } from 'node:net'
import { expect } from 'vitest'
import type { TestServer } from './harness.ts'

/** Lets a device listen on a free loopback port; answers with its address. */
export const listenTcp = (device: Server): Promise<string> =>
  new Promise((ready) =>
    device.listen(0, '127.0.0.1', () => ready(`tcp://127.0.0.1:${(device.address() as AddressInfo).port}`)),
  )

/** The first lines of a stream of a device; `arrived` is called with each list as it grows. */
export async function readEvents(
  test: TestServer,
  cookie: string,
  path: string,
  count: number,
  arrived: (lines: string[]) => unknown = () => undefined,
): Promise<string[]> {
  const address = await test.app.listen({ port: 0, host: '127.0.0.1' })
  const response = await fetch(address + path, { headers: { cookie } })
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'text/event-stream'])
  const lines: string[] = []
  let text = ''
  for await (const chunk of response.body!.pipeThrough(new TextDecoderStream())) {
    text += chunk
    lines.splice(0, lines.length, ...text.split('\n').filter((l) => l.startsWith('data: ')))
    await arrived(lines)
    if (lines.length >= count) break
  }
  return lines
}
