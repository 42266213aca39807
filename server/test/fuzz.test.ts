import { afterAll, beforeAll, expect, test } from 'vitest'
import { fuzz } from './fuzz.ts'
import { startTestServer, type TestServer } from './harness.ts'

let server: TestServer
beforeAll(async () => void (server = await startTestServer()))
afterAll(() => server.close())

/** Twenty thousand, and other seeds, in bench/fuzz.ts. */
test.each([20_260_301, 7])(
  'a thousand requests with something odd in them: never a fault of ours (seed %i)',
  { timeout: 120_000 },
  async (seed) => {
    const { statuses, bad } = await fuzz(server, 1000, seed)
    expect(bad.slice(0, 5)).toEqual([])
    expect([...statuses.values()].reduce((a, b) => a + b, 0)).toBe(1000)
    // Both kinds of answer were seen.
    expect((statuses.get(400) ?? 0) + (statuses.get(422) ?? 0)).toBeGreaterThan(300)
    expect((statuses.get(200) ?? 0) + (statuses.get(201) ?? 0)).toBeGreaterThan(50)
  },
)
