import { randomUUID } from 'node:crypto'
import { performance } from 'node:perf_hooks'
import autocannon from 'autocannon'
import { addDays } from '@jardinero/core/quantity'
import { lawn } from '../server/test/lawn.ts'
import { standing } from './standing.ts'

/** A light request while thirty forecasts wait; the goal is under 200 ms at p99. */
async function benchQueue(url: string): Promise<void> {
  const observed = Array.from({ length: 3 * 365 }, (_, i) => {
    const mean = 12 - 12 * Math.cos((i / 365) * 2 * Math.PI) + Math.sin(i / 4.1)
    return { day: addDays('2023-03-01', i), minimumC: mean - 5, maximumC: mean + 5, rainMm: i % 5 ? 0 : 8 }
  })
  const body = JSON.stringify({
    latitude: 38,
    places: [{ id: 'm', kind: 'middle' }],
    observed,
    thresholdC: 12,
    members: 200,
    daysAhead: 200,
  })
  const forecast = () =>
    fetch(`${url}/api/soil/forecast`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    }).then(async (r) => (await r.arrayBuffer(), r.status))
  const all = Promise.all(Array.from({ length: 30 }, forecast))
  let over = false
  void all.then(() => (over = true))
  const waits: number[] = []
  while (!over) {
    const since = performance.now()
    await (await fetch(`${url}/api/session`)).arrayBuffer()
    waits.push(performance.now() - since)
    await new Promise((r) => setTimeout(r, 10))
  }
  const statuses = (await all).reduce<Record<string, number>>((n, s) => ({ ...n, [s]: (n[s] ?? 0) + 1 }), {})
  waits.sort((a, b) => a - b)
  const at = (share: number) => waits[Math.floor(waits.length * share)]!.toFixed(0)
  console.log(
    `\nA light request while thirty forecasts are asked for (goal: p99 under 200 ms): p50 ${at(0.5)}, p99 ${at(0.99)} ms of ${waits.length}; forecasts ${JSON.stringify(statuses)}`,
  )
}

/** The three calls that are made most, by 50, 200 and 500 clients at once, each as fast as it is answered. */
export async function benchLoad(): Promise<void> {
  const { server, caller, placeId, end } = await standing()
  const url = `http://127.0.0.1:${server.port}`
  const headers = { cookie: caller.cookies, 'x-csrf-token': caller.token }
  const calls: [string, autocannon.Request][] = [
    ['the opening', { method: 'GET', path: '/api/account/opening' }],
    ['its records', { method: 'GET', path: '/api/ledger/records' }],
    [
      'a reading kept',
      {
        method: 'POST',
        path: '/api/soil/readings',
        headers: { 'content-type': 'application/json' },
        setupRequest: (request) => ({
          ...request,
          body: JSON.stringify({ id: randomUUID(), placeId, ...lawn.reading }),
        }),
      },
    ],
  ]
  await benchQueue(url)
  console.log('\nLoad: answers a second, p50 and p99 in ms, refused as busy (503), failed')
  for (const clients of [50, 200, 500])
    for (const [name, request] of calls) {
      const { requests, latency, statusCodeStats, errors } = await autocannon({
        url,
        connections: clients,
        duration: 6,
        headers,
        requests: [{ ...request, headers: { ...headers, ...request.headers } }],
      })
      const stats = (statusCodeStats ?? {}) as Record<string, { count: number }>
      const busy = stats['503']?.count ?? 0
      const failed = Object.entries(stats)
        .filter(([code]) => Number(code) >= 500 && code !== '503')
        .reduce((sum, [, s]) => sum + s.count, errors)
      console.log(
        `  ${String(clients).padStart(3)} clients, ${name.padEnd(16)} ${requests.average.toFixed(0).padStart(6)}/s  ${latency.p50} / ${latency.p99}  busy ${busy}, failed ${failed}, memory ${(server.memory() / 1e6).toFixed(0)} MB`,
      )
    }
  server.kill()
  await end()
}
