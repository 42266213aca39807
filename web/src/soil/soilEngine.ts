import { proxy, transfer, type Remote } from 'comlink'
import type { SearchSeason, SeasonAnswer, SeasonQuestion } from '@jardinero/core/season'
import {
  arraysOf,
  shareMembers,
  type GroundPast,
  soilMembers as members,
  type KeptRuns,
  type MemberRuns,
  type SimulationRequest,
  type SoilAnswer,
  type SoilQuestion,
} from '@jardinero/core/soil'
import { openWorker, type OpenWorker } from '../kit/openWorker.ts'
import type { SimulateSoil, SoilAnswers } from '../workers/index.ts'

/** Broken off with so many, what is there answers; with fewer nothing does. */
const leastMembers = 40
/** Of two workers, the members of each: half of all that go side by side. */
const shares = shareMembers(0, members, 13)
/** A script that the server, or the device, does not have just now. */
const notLoaded = 'the soil’s worker did not load'

interface Told {
  answer: (answer: SoilAnswer) => void
  /** Members done. */
  progress: (done: number) => void
  /** Whether there are seasons to ask. */
  ready: (is: boolean) => void
  /** Something broke; the console has it. */
  failed: () => void
}
type Answerer = OpenWorker<SoilAnswers>
type Runner = OpenWorker<SimulateSoil>

/** A worker that runs some of the members; it keeps what it made, and ends when it has. */
function runShare(
  request: SimulationRequest,
  [from, to]: readonly [number, number],
  told: {
    pasts: (pasts: GroundPast[]) => unknown
    runs: (runs: MemberRuns) => unknown
    broke: (reason: string) => unknown
  },
): Runner {
  const runner: Runner = openWorker<SimulateSoil>(
    new Worker(new URL('../workers/simulateSoil.ts', import.meta.url), { type: 'module' }),
    (reason) => told.broke(reason || notLoaded),
  )
  runner
    .call((simulation) =>
      simulation.simulate(
        { request, from, to, withPast: from === 0 },
        proxy((pasts) => told.pasts(pasts)),
        proxy((runs) => told.runs(runs)),
      ),
    )
    .then(() => runner.end())
    .catch((error: unknown) => told.broke(String(error)))
  return runner
}

/**
 * Two workers run the members, a third draws them to the readings. A new simulation breaks the last one off; a new question
 * asks the third only. Late answers are dropped.
 */
export function createSoilEngine(told: Told) {
  let runners: Runner[] = []
  let answerer: Answerer | undefined
  let question: SoilQuestion | undefined
  /** The question asked last: an answer to another comes too late. */
  let asked: SoilQuestion | undefined
  let done = 0
  let ready = false

  function open(): Answerer {
    if (answerer) return answerer
    const opened: Answerer = openWorker<SoilAnswers>(
      new Worker(new URL('../workers/answerSoil.ts', import.meta.url), { type: 'module' }),
      (reason) => answerer === opened && fail(reason || notLoaded),
    )
    answerer = opened
    return opened
  }
  /** Tells the answerer something; what it breaks on ends all. */
  const tell = (work: (soil: Remote<SoilAnswers>) => Promise<unknown>): void => {
    const at = open()
    at.call(work).catch((error: unknown) => answerer === at && fail(String(error)))
  }
  function ask(next: SoilQuestion): void {
    question = next
    if (!ready) return
    const mine = (asked = { ...next })
    tell(async (soil) => {
      const answer = await soil.ask(next)
      if (!answer || asked !== mine) return
      told.answer(answer)
      told.ready(true)
    })
  }
  function stop(): void {
    for (const runner of runners) runner.end()
    runners = []
  }
  function close(): void {
    stop()
    answerer?.end()
    answerer = undefined
    ready = false
    told.ready(false)
  }
  /** What broke is not trusted again: the next simulation has new workers. */
  function fail(reason: string): void {
    close()
    console.error(reason)
    told.failed()
  }
  function take(runs: MemberRuns): void {
    const { count } = runs
    const arrays = arraysOf(runs).map((a) => a.buffer as ArrayBuffer)
    tell((soil) => soil.takeRuns(transfer(runs, arrays)))
    done += count
    told.progress(done)
    // One answer, from all of them: a date that is told does not change by itself.
    ready = done >= members
    if (question && ready) ask(question)
  }
  function simulate(request: SimulationRequest, next: SoilQuestion): void {
    stop()
    asked = undefined
    question = next
    done = 0
    ready = false
    told.ready(false)
    tell((soil) => soil.begin())
    told.progress(0)
    for (const [i, share] of shares.entries()) {
      const current = () => runners.includes(runner)
      const runner = runShare(request, share, {
        pasts: (pasts) => i === 0 && current() && tell((soil) => soil.takePasts(pasts)),
        runs: (runs) => current() && take(runs),
        broke: (reason) => current() && fail(reason),
      })
      runners.push(runner)
    }
  }
  /** Takes over what the server has simulated of the same question. */
  function takeKept(kept: KeptRuns, next: SoilQuestion): void {
    stop()
    asked = undefined
    told.ready(false)
    const arrays = [kept.seasons, ...kept.grounds].map((piece) => piece.buffer as ArrayBuffer)
    tell((soil) => soil.takeKept(transfer(kept, arrays)))
    done = members
    told.progress(done)
    ready = true
    ask(next)
  }
  /** Breaks the runs off; what is there by then answers. */
  function halt(): void {
    stop()
    ready ||= done >= leastMembers
    if (ready && question) ask(question)
  }
  /** Lets go of what is under way; what is made stays. @returns whether all the seasons are made */
  function rest(): boolean {
    stop()
    asked = question = undefined
    return ready
  }
  /** Asks the worker that holds the soil about a plan; nothing where it holds none yet, or broke. */
  async function plan<A>(work: (soil: Remote<SoilAnswers>) => Promise<A>): Promise<A | undefined> {
    if (!ready) return undefined
    try {
      return await open().call(work)
    } catch (error) {
      console.error(String(error))
      return undefined
    }
  }
  return {
    simulate,
    takeKept,
    ask,
    halt,
    rest,
    close,
    /** Judges programmes on the soil at hand. */
    season: (about: SeasonQuestion): Promise<SeasonAnswer | undefined> => plan((soil) => soil.season(about)),
    /** The part of the season's field a search needs. */
    forSearch: (about: SeasonQuestion): Promise<SearchSeason | undefined> =>
      plan((soil) => soil.forSearch(about)),
  }
}
export type SoilEngine = ReturnType<typeof createSoilEngine>
