import { describe, expect, it } from 'vitest'
import { keepAlive } from './keepAlive.mjs'

/** A clock that is moved by hand, and what waits for it. */
function setup({ fails = () => false } = {}) {
  let time = 0
  let fall
  let starts = 0
  const waiting = []
  const said = []
  const kept = keepAlive({
    name: 'It',
    launch: async () => {
      starts++
      if (fails(starts)) throw new Error('no room')
    },
    onExit: (listener) => (fall = listener),
    now: () => time,
    later: (work, ms) => waiting.push({ work, at: time + ms }),
    say: (words) => said.push(words),
  })
  const pass = async (ms) => {
    time += ms
    for (const due of waiting.splice(0))
      if (due.at <= time) due.work()
      else waiting.push(due)
    await new Promise((done) => setImmediate(done))
  }
  return {
    kept,
    said,
    fall: () => fall(),
    pass,
    starts: () => starts,
    waits: () => waiting.map((w) => w.at - time),
  }
}

describe('what falls over', () => {
  it('is begun again at once, and then each time later, a minute at most', async () => {
    const it = setup()
    const waits = []
    for (let i = 0; i < 9; i++) {
      it.fall()
      waits.push(it.waits()[0] ?? 0)
      await it.pass(waits.at(-1))
    }
    expect(waits).toEqual([0, 1000, 2000, 4000, 8000, 16_000, 32_000, 60_000, 60_000])
    expect(it.starts()).toBe(9)
  })
  it('is begun again after any number of falls in a life: an hour of quiet forgets them', async () => {
    const it = setup()
    for (let i = 0; i < 20; i++) {
      it.fall()
      expect(it.waits()[0]).toBe(0)
      await it.pass(0)
      await it.pass(3_600_001)
    }
    expect(it.starts()).toBe(20)
  })
  it('is tried again where it cannot be begun, and that is said', async () => {
    const it = setup({ fails: (n) => n < 3 })
    it.fall()
    await it.pass(0)
    await it.pass(1000)
    await it.pass(2000)
    expect(it.starts()).toBe(3)
    expect(it.said.filter((s) => s.includes('no room'))).toHaveLength(2)
    expect(it.said.at(-1)).toBe('It runs again.')
  })
  it('stays down once it is meant to', async () => {
    const it = setup()
    it.kept.stop()
    it.fall()
    await it.pass(100_000)
    expect(it.starts()).toBe(0)
  })
})
