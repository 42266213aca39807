// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import type { KeptAnswer } from '@jardinero/contract/answer'
import { addDays } from '@jardinero/core/quantity'
import { atHome, homeState, reading } from '../../test/home.ts'
import { noAnswer } from '../../test/holdHome.ts'
import { standWorkers } from '../../test/standWorkers.ts'
import { homeAnswer, homeSimulation } from '../../test/soilAnswer.ts'
import { keys, useHeld } from '../state/index.ts'
import { createPlacing } from '../state/index.ts'
import type { SoilQuestion } from '@jardinero/core/soil'
import type { SimulateOrder } from '../workers/index.ts'
import { useToday } from '../today/index.ts'
import SoilProgress from './SoilProgress.vue'
import SoilStation from './SoilStation.vue'
import WeatherView from './WeatherView.vue'
import { useSoil } from './soilStore.ts'
import { useOverdue } from './useOverdue.ts'
import { useKeptSoil } from './useKeptSoil.ts'
import { useSoilForecast as useForecastAlone } from './useSoilForecast.ts'

const today = '2026-02-28'
afterEach(() => vi.unstubAllGlobals())

/** As in the frame: the answer that is kept, and what is worked out here. */
function useSoilForecast(): void {
  useKeptSoil()
  useForecastAlone()
}

/** Small runs stand for all members. */
function standSoil() {
  const seen = { simulated: [] as SimulateOrder[], asked: [] as SoilQuestion[] }
  standWorkers((script) =>
    script.includes('simulateSoil')
      ? {
          async simulate(
            order: SimulateOrder,
            pasts: (p: unknown) => Promise<void>,
            runs: (r: unknown) => Promise<void>,
          ) {
            seen.simulated.push(order)
            if (order.withPast) await pasts(homeSimulation.pasts)
            await runs({ ...homeSimulation.runs, count: 100 })
          },
        }
      : {
          begin: () => undefined,
          takePasts: () => undefined,
          takeRuns: () => undefined,
          ask(question: SoilQuestion) {
            seen.asked.push(question)
            return homeAnswer()
          },
        },
  )
  return seen
}
const observed = Array.from({ length: 800 }, (_, i) => ({
  day: addDays(today, i - 799),
  minimumC: 2,
  maximumC: 12,
  rainMm: 0,
  origin: 'service',
}))
const forecast = [{ day: '2026-03-01', minimumC: 3, maximumC: 11, rainMm: 0 }]
const weatherBody = {
  station: 'quarryBend',
  simulated: true,
  observed,
  forecast,
  hours: [],
  own: null,
  serviceAway: false,
}
const answerWith = (status: number, kept = noAnswer('y')) => {
  const away = { code: 'weatherAway', detail: 'The weather service does not answer.', faults: [] }
  vi.stubGlobal('fetch', (url: string) =>
    Promise.resolve(
      url.includes('/answer')
        ? new Response(JSON.stringify(kept))
        : new Response(JSON.stringify(status === 200 ? weatherBody : away), { status }),
    ),
  )
}
/** Until it is so; the workers and what waits for them take their time. */
const until = (is: () => unknown) =>
  vi.waitFor(
    async () => {
      await flushPromises()
      expect(is()).toBeTruthy()
    },
    { timeout: 30_000, interval: 40 },
  )

describe('the forecast of a yard', () => {
  it('says that the weather is away, and comes back when asked again', async () => {
    const { use } = await atHome({ path: '/soil', readings: [reading('e', '2026-02-27', 47)] })
    const store = useSoil()
    standSoil()
    answerWith(502)
    use(useSoilForecast)
    await until(() => store.problem)
    expect(store.problem).toContain('does not answer')
    answerWith(200)
    await store.loadWeather('y', today, true)
    await until(() => store.stored)
    expect(store.problem).toBeUndefined()
    expect(store.stored!.answer.places).toHaveLength(2)
  })
  it('takes today’s answer from the server, and works another day out here', async () => {
    const { use, router } = await atHome({ path: '/soil' })
    const store = useSoil()
    const seen = standSoil()
    answerWith(200)
    const answer = { soil: homeAnswer(), readingIds: ['r1'], season: null, next: null }
    const kept = { ...noAnswer('y'), restsOn: 'a'.repeat(64), day: today, answer }
    answerWith(200, kept)
    useHeld().client.setQueryData(keys.answer('i', 'y'), kept)
    use(useSoilForecast)
    await until(() => store.stored)
    expect(store.stored).toMatchObject({ answer: answer.soil, readingIds: ['r1'], day: today })
    await until(() => store.weather)
    expect(seen.simulated).toEqual([])
    // What was told stays until the next is there.
    useHeld().client.setQueryData(keys.answer('i', 'y'), { ...kept, isCurrent: false, asked: 'b' })
    await flushPromises()
    expect(store.stored!.answer).toEqual(answer.soil)
    await router.push('/soil?day=2026-02-20')
    await until(() => store.stored!.day === '2026-02-20')
    expect(seen.simulated).toHaveLength(2)
    await router.push('/soil')
    await until(() => store.stored!.day === today)
    expect(store.stored!.answer).toEqual(answer.soil)
  })
  it('leaves today’s answer alone where one of another day comes late, and asks for that day again when it is wanted again', async () => {
    const { use, router } = await atHome({ path: '/soil?day=2026-02-20' })
    const store = useSoil()
    const late: { question: SoilQuestion; give: () => void }[] = []
    standWorkers((script) =>
      script.includes('simulateSoil')
        ? {
            async simulate(order: SimulateOrder, _: unknown, runs: (r: unknown) => Promise<void>) {
              await runs({ ...homeSimulation.runs, count: order.to - order.from })
            },
          }
        : {
            begin: () => undefined,
            takeRuns: () => undefined,
            ask: (question: SoilQuestion) =>
              new Promise((give) => late.push({ question, give: () => give(homeAnswer()) })),
          },
    )
    const answer = { soil: homeAnswer(), readingIds: ['r1'], season: null, next: null }
    const kept = { ...noAnswer('y'), restsOn: 'a'.repeat(64), day: today, answer }
    answerWith(200, kept)
    useHeld().client.setQueryData(keys.answer('i', 'y'), kept)
    use(useSoilForecast)
    await until(() => late.length === 1)
    await router.push('/soil')
    await until(() => store.stored?.day === today)
    late[0]!.give()
    await new Promise((done) => setTimeout(done, 60))
    await flushPromises()
    expect(store.stored).toMatchObject({ day: today, answer: answer.soil, readingIds: ['r1'] })
    await router.push('/soil?day=2026-02-20')
    await until(() => late.length === 2)
    late[1]!.give()
    await until(() => store.stored?.day === '2026-02-20')
  })
  it('says how far the server is, and leaves it to the server', async () => {
    const { use, show, settle } = await atHome({ path: '/soil' })
    const seen = standSoil()
    const working = { ...noAnswer('y'), isCurrent: false, asked: 'b', progress: { done: 75, of: 200 } }
    answerWith(200, working)
    useHeld().client.setQueryData(keys.answer('i', 'y'), working)
    await until(() => useHeld().answer?.asked === 'b')
    use(useSoilForecast)
    const progress = show(SoilProgress)
    await settle()
    await until(() => progress.text().includes('75 of 200 seasons'))
    expect(progress.find('button').exists()).toBe(false)
    expect(seen.simulated).toEqual([])
  })
  it('counts as overdue what stands still for too long, and not what goes on', async () => {
    vi.useFakeTimers()
    const scope = effectScope()
    const kept = ref<KeptAnswer>()
    const overdue = scope.run(() => useOverdue(() => kept.value))!
    const at = (done: number) => ({
      ...noAnswer('y'),
      isCurrent: false,
      asked: 'b',
      progress: { done, of: 200 },
    })
    const later = async (next: KeptAnswer | undefined, ms: number) => {
      kept.value = next
      await nextTick()
      vi.advanceTimersByTime(ms)
      return overdue.value
    }
    expect(await later(at(0), 15_000)).toBe(false)
    expect(await later(at(25), 15_000)).toBe(false)
    expect(await later(at(25), 10_000)).toBe(true)
    expect(await later(noAnswer('y'), 0)).toBe(false)
    scope.stop()
    vi.useRealTimers()
  })
  it('asks for every place with its readings, by the sun, to the day one stands on', async () => {
    const { use } = await atHome({
      path: '/soil?day=2026-02-20',
      readings: [reading('e', '2026-02-17', 45), reading('e', '2026-02-27', 47)],
    })
    const store = useSoil()
    const seen = standSoil()
    answerWith(200)
    use(useSoilForecast)
    await until(() => store.stored)
    expect(seen.simulated.map((o) => [o.from, o.to])).toEqual([
      [0, 104],
      [104, 200],
    ])
    expect(seen.simulated[0]!.request).toMatchObject({
      forecast: [],
      grounds: [{ density: 1 }, { wallHeatK: 2.5 }],
    })
    const question = seen.asked.at(-1)!
    expect(question).toMatchObject({ today: '2026-02-20', standing: 0, school: 'edgeLed' })
    expect(question.readings).toMatchObject([
      {
        placeId: 'e',
        day: '2026-02-17',
        solarHour: expect.closeTo(9.4, 1),
        temperatureC: expect.closeTo(7.22, 2),
      },
    ])
  })
  it('asks again, without a new simulation, when a reading is added or a day to come is stood on', async () => {
    const yards = [{ ...homeState().yards[0]!, timingParameters: { edgeLed: { edgeOpens: 9 } } }]
    const { use, router } = await atHome({
      path: '/soil',
      readings: [reading('e', '2026-02-27', 47)],
      state: { yards },
    })
    const store = useSoil()
    const seen = standSoil()
    answerWith(200)
    use(useSoilForecast)
    await until(() => store.stored && !store.progress)
    await createPlacing(useHeld()).put('readings', reading('m', '2026-02-27', 44))
    await until(() => seen.asked.at(-1)!.readings.length === 2)
    await router.push('/soil?day=2026-04-01')
    await until(() => store.stored!.day === '2026-04-01')
    expect(seen.simulated).toHaveLength(2)
    expect(seen.asked.at(-1)!).toMatchObject({
      today,
      standing: 32,
      parameters: { edgeLed: { edgeOpens: 9 } },
    })
  })
  it('is broken off and begun again by the person, and what is there by then answers', async () => {
    const { use, show, settle } = await atHome({ path: '/soil' })
    const store = useSoil()
    let told: ((runs: unknown) => Promise<void>) | undefined
    const asked: SoilQuestion[] = []
    standWorkers((script) =>
      script.includes('simulateSoil')
        ? {
            simulate: (_: unknown, __: unknown, runs: (r: unknown) => Promise<void>) => {
              told ??= runs
              return new Promise(() => undefined)
            },
          }
        : {
            begin: () => undefined,
            takeRuns: () => undefined,
            ask: (question: SoilQuestion) => void asked.push(question),
          },
    )
    answerWith(200)
    use(useSoilForecast)
    await until(() => told)
    await told!({ ...homeSimulation.runs, count: 60 })
    const progress = show(SoilProgress)
    await settle()
    expect(progress.text()).toContain('60 of 200 seasons')
    // Of some of them no date is told that the rest would change.
    expect(asked).toEqual([])
    await progress.find('button').trigger('click')
    await settle()
    expect(progress.text()).toContain('stopped at 60 of 200')
    await until(() => asked.length === 1)
    await progress.find('button').trigger('click')
    await settle()
    expect(store.progress).toEqual({ done: 0, of: 200 })
  })
  it('tells no date before it is worked out, here and on Today; where it cannot be, what the readings say', async () => {
    const { use, show, settle } = await atHome({
      path: '/soil',
      readings: ['20', '22', '24', '26'].map((d, i) => reading('e', `2026-02-${d}`, 43 + i)),
    })
    const store = useSoil()
    const page = show(SoilStation)
    await settle()
    const read = page.find('h1').text()
    expect(read).toMatch(/between|Wait/)
    standSoil()
    vi.stubGlobal('fetch', () => new Promise(() => undefined))
    use(useSoilForecast)
    await settle()
    expect(page.find('h1').text()).toContain('When is being worked out.')
    expect(use(useToday).items.value.map((i) => i.code)).toContain('passWorking')
    answerWith(502)
    await store.loadWeather('y', today, true)
    await settle()
    expect(page.find('h1').text()).toBe(read)
    page.unmount()
  })
  it('shows the days its weather is made of', async () => {
    const { show, settle } = await atHome({ path: '/soil?at=weather' })
    answerWith(200)
    await useSoil().loadWeather('y', today)
    const page = show(WeatherView)
    await settle()
    expect(page.findAll('tbody tr')).toHaveLength(14)
    expect(page.text()).toContain('weather service')
  })
  it('begins anew where the weather has come again, such as a station’s file put right', async () => {
    const { use } = await atHome({ path: '/soil' })
    const store = useSoil()
    const seen = standSoil()
    answerWith(200)
    use(useSoilForecast)
    await until(() => store.stored && !store.progress)
    await store.loadWeather('y', today, true)
    await until(() => seen.simulated.length === 4)
    expect(seen.simulated[2]!.request).toEqual(seen.simulated[0]!.request)
  })
  it('says in words that it broke off, and goes on when asked again', async () => {
    const { use } = await atHome({ path: '/soil' })
    const store = useSoil()
    const heard = vi.spyOn(console, 'error').mockImplementation(() => undefined)
    vi.stubGlobal(
      'Worker',
      class {
        onerror?: (event: { message: string }) => void
        constructor() {
          setTimeout(() => this.onerror?.({ message: 'no such file' }))
        }
        postMessage() {}
        addEventListener() {}
        terminate() {}
      },
    )
    answerWith(200)
    use(useSoilForecast)
    await until(() => store.problem)
    expect(store.problem).toContain('The simulation broke off')
    expect(heard).toHaveBeenCalledWith('no such file')
    heard.mockRestore()
    standSoil()
    await store.loadWeather('y', today, true)
    await until(() => store.stored)
    expect(store.problem).toBeUndefined()
  })
})
