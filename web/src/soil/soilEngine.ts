import { arraysOf, type SimulationRequest, type SoilAnswer } from '@jardinero/core/soil'
import type {
  AnswerMessage,
  AnswerOrder,
  SearchSeason,
  SeasonAnswer,
  SeasonQuestion,
  SimulateMessage,
  SimulateOrder,
  SoilQuestion,
} from '../workers/index.ts'

export const members = 200
/** The first answer comes with so many members, the next with all; between them only the progress grows. */
const firstAnswerAt = 40
/** A script that the server, or the device, does not have just now. */
const notLoaded = 'the soil’s worker did not load'

interface Told {
  answer: (answer: SoilAnswer) => void
  /** Members done. */
  progress: (done: number) => void
  /** Something broke; the console has it. */
  failed: () => void
}

/**
 * Two workers run the members, a third draws them to the readings. A new simulation breaks the last one off; a new question
 * asks the third only. Late answers are dropped.
 */
export function createSoilEngine(told: Told) {
  let runners: Worker[] = []
  let answerer: Worker | undefined
  let question: SoilQuestion | undefined
  /** Every order that is answered has a number of its own. */
  let orders = 0
  let asked = 0
  /** Who waits for the answer to which order. */
  const waiters = new Map<number, (message: AnswerMessage | undefined) => void>()
  let done = 0
  let ready = false

  function open(): Worker {
    if (answerer) return answerer
    const opened = new Worker(new URL('../workers/answerSoil.ts', import.meta.url), { type: 'module' })
    opened.onerror = (event) => answerer === opened && fail(event.message || notLoaded)
    answerer = opened
    answerer.onmessage = ({ data }: MessageEvent<AnswerMessage>) => {
      const waiting = waiters.get(data.id)
      waiters.delete(data.id)
      if (waiting) waiting(data)
      else if (data.kind === 'soil' && data.id === asked) told.answer(data.answer)
      else if (data.kind === 'failed' && data.id === asked) fail(data.reason)
    }
    return answerer
  }
  const order = (message: AnswerOrder, transfer: Transferable[] = []) =>
    open().postMessage(message, { transfer })

  function ask(next: SoilQuestion): void {
    question = next
    if (!ready) return
    asked = ++orders
    order({ kind: 'ask', id: asked, question: next })
  }
  function stop(): void {
    for (const runner of runners) runner.terminate()
    runners = []
  }
  function close(): void {
    stop()
    answerer?.terminate()
    answerer = undefined
    ready = false
    for (const waiting of waiters.values()) waiting(undefined)
    waiters.clear()
  }
  /** Asks the worker that holds the soil; nothing where it holds none yet, or broke. */
  async function plan<K extends 'season' | 'forSearch'>(
    kind: K,
    about: SeasonQuestion,
  ): Promise<Extract<AnswerMessage, { kind: K }> | undefined> {
    if (!ready) return undefined
    const id = ++orders
    const message = await new Promise<AnswerMessage | undefined>((answered) => {
      waiters.set(id, answered)
      order({ kind, id, question: about })
    })
    if (message?.kind === 'failed') console.error(message.reason)
    return message?.kind === kind ? (message as Extract<AnswerMessage, { kind: K }>) : undefined
  }
  /** What broke is not trusted again: the next simulation has new workers. */
  function fail(reason: string): void {
    close()
    console.error(reason)
    told.failed()
  }
  function take({ data }: MessageEvent<SimulateMessage>, runner: Worker): void {
    if (!runners.includes(runner)) return
    if (data.kind === 'failed') return fail(data.reason)
    if (data.kind === 'past') return order({ kind: 'past', pasts: data.pasts })
    const { runs } = data
    order(
      { kind: 'runs', runs },
      arraysOf(runs).map((a) => a.buffer as ArrayBuffer),
    )
    const before = done
    done += runs.count
    told.progress(done)
    ready ||= done >= firstAnswerAt
    const complete = done >= members
    if (question && ((before < firstAnswerAt && ready) || complete)) ask(question)
    // They keep what they made, and end themselves.
    if (complete) runners = []
  }
  function simulate(request: SimulationRequest, next: SoilQuestion): void {
    stop()
    asked = ++orders
    question = next
    done = 0
    ready = false
    order({ kind: 'begin' })
    told.progress(0)
    const shares = [
      [0, members / 2],
      [members / 2, members],
    ] as const
    runners = shares.map(([from, to], i) => {
      const runner = new Worker(new URL('../workers/simulateSoil.ts', import.meta.url), { type: 'module' })
      runner.onmessage = (event: MessageEvent<SimulateMessage>) => take(event, runner)
      runner.onerror = (event) => runners.includes(runner) && fail(event.message || notLoaded)
      runner.postMessage({ request, from, to, withPast: i === 0 } satisfies SimulateOrder)
      return runner
    })
  }
  /** Breaks the runs off; what is there by then answers. */
  function halt(): void {
    stop()
    if (ready && question) ask(question)
  }
  return {
    simulate,
    ask,
    halt,
    close,
    /** Judges programmes on the soil at hand. */
    season: async (about: SeasonQuestion): Promise<SeasonAnswer | undefined> =>
      (await plan('season', about))?.answer,
    /** The part of the season's field a search needs. */
    forSearch: async (about: SeasonQuestion): Promise<SearchSeason | undefined> =>
      (await plan('forSearch', about))?.season,
  }
}
export type SoilEngine = ReturnType<typeof createSoilEngine>
