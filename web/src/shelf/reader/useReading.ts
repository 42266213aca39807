import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import {
  lexiconOf,
  retyped,
  rulesOfReading,
  typedText,
  type LabelReading,
  type ReadFigure,
  type ReadingLexicon,
} from '@jardinero/core/shelf'
import { useAccount } from '../../state/index.ts'
import { useSession, useWords } from '../../kit/session.ts'
import { openWorker } from '../../kit/openWorker.ts'
import { plain } from '../../kit/plain.ts'
import { usePlants } from '../../scout/index.ts'
import type { ReadLabelWorker } from '../../workers/index.ts'
import { findingsOf } from '../editor/labelFindings.ts'
import { draftOf } from '../editor/labelDraft.ts'
import { rulesOf } from '../editor/rulesOfDraft.ts'
import { useShelf } from '../shelfStore.ts'
import { FileNotRead, type PagePicture, type ReadingProgress, type ReadPage } from './pagePicture.ts'

/** A figure on its way: not looked at, right as it is or as it was typed, or left out. */
export interface FigureLooked {
  figure: ReadFigure
  is: 'open' | 'taken' | 'left'
}

/** Looks for the set phrases in a worker of its own, ended with it. */
async function figuresIn(
  pages: ReadPage[],
  lexicon: ReadingLexicon,
  signal: AbortSignal,
): Promise<LabelReading | undefined> {
  const worker = openWorker<ReadLabelWorker>(
    new Worker(new URL('../../workers/readLabel.ts', import.meta.url), { type: 'module' }),
    () => worker.end(),
  )
  signal.addEventListener('abort', worker.end)
  try {
    return await worker.call(
      (remote) =>
        remote.read(
          pages.map((p) => p.page),
          lexicon,
        ) as Promise<LabelReading>,
    )
  } finally {
    worker.end()
  }
}

/** Every name a label may print, and those of this screen; the reader’s country goes first where one name means two plants. */
function useLexicon() {
  const account = useAccount()
  const shelf = useShelf()
  const session = useSession()
  const plants = usePlants()
  const { say } = useWords()
  return computed(() => {
    const country = new Intl.Locale(session.preferences.locale).region ?? 'US'
    const known = lexiconOf(
      { turf: account.almanac.turf, plants: plants.plants.value, actives: shelf.almanac.actives },
      country,
    )
    // As they are named on this screen, too.
    const named = <T extends { code: string; names: string[] }>(of: T[]): T[] =>
      of.map((t) => ({ ...t, names: [...new Set([...t.names, say(`plant.${t.code}`)])] }))
    return { ...known, turf: named(known.turf), plants: named(known.plants) }
  })
}

/** A label from its paper: files to figures, and a person going from one to the next. Nothing of it is sent anywhere. */
export function useReading(
  read: (
    files: File[],
    told: { signal: AbortSignal; told: (p: ReadingProgress) => void },
    language: string,
  ) => Promise<ReadPage[]>,
) {
  const shelf = useShelf()
  const session = useSession()
  const plants = usePlants()
  const { say } = useWords()
  const files = shallowRef<File[]>([])
  const progress = ref<ReadingProgress>()
  const problem = ref<string>()
  const pictures = shallowRef<PagePicture[]>([])
  const figures = ref<FigureLooked[]>([])
  const at = ref(0)
  const refused = ref(false)
  let stop = new AbortController()

  const lexicon = useLexicon()
  async function start(chosen: File[]): Promise<void> {
    if (!chosen.length) return
    cancel()
    stop = new AbortController()
    const { signal } = stop
    problem.value = undefined
    files.value = chosen
    figures.value = []
    at.value = 0
    progress.value = { done: 0, of: chosen.length, kind: 'photo' }
    try {
      await Promise.all([plants.load(), shelf.ready()])
      const pages = await read(
        chosen,
        { signal, told: (p) => (progress.value = p) },
        session.preferences.locale,
      )
      const reading = await figuresIn(pages, plain(lexicon.value), signal)
      if (signal.aborted) return
      // Where the worker does not load, nothing comes back.
      if (!reading?.ok) {
        problem.value = reading?.why ?? 'readerAway'
        return
      }
      pictures.value = pages.map((p) => p.picture)
      figures.value = reading.figures.map((figure) => ({ figure, is: 'open' }))
    } catch (error) {
      if (signal.aborted) return
      if (!(error instanceof FileNotRead)) throw error
      problem.value = error.problem
    } finally {
      if (!signal.aborted) progress.value = undefined
    }
  }
  function cancel(): void {
    stop.abort()
    progress.value = undefined
  }
  onScopeDispose(cancel)

  const current = computed(() => figures.value[at.value])
  const taken = computed(() =>
    figures.value.filter((f) => f.is === 'taken').map((f) => f.figure as ReadFigure),
  )
  const asRules = computed(() => rulesOfReading(taken.value))
  /** What contradicts itself among what was taken so far. */
  const findings = computed(() => {
    const { contents: _contents, purpose: _purpose, ...rules } = asRules.value
    return taken.value.length ? findingsOf(rulesOf(draftOf(rules)), shelf.almanac.actives) : []
  })
  const next = () => (at.value = Math.min(at.value + 1, figures.value.length))
  /** The figure as it stands in the box: right as it was read, or as it was typed over. */
  function take(typed: string | undefined): void {
    const one = current.value
    if (!one) return
    refused.value = false
    const asRead = typedText(one.figure as ReadFigure, nameOf)
    if (typed !== undefined && typed !== asRead) {
      const changed = retyped(one.figure as ReadFigure, typed, lexicon.value)
      if (!changed) {
        refused.value = true
        return
      }
      one.figure = changed
    }
    one.is = 'taken'
    next()
  }
  /** One of a few choices, chosen otherwise. */
  function choose(value: ReadFigure['value']): void {
    if (current.value) current.value.figure = { ...current.value.figure, value } as ReadFigure
  }
  function leave(): void {
    refused.value = false
    if (current.value) current.value.is = 'left'
    next()
  }
  const back = () => (at.value = Math.max(0, at.value - 1))
  const nameOf = (code: string) => say(`plant.${code}`)
  return {
    files,
    progress,
    problem,
    pictures,
    figures,
    at,
    current,
    refused,
    findings,
    start,
    cancel,
    take,
    choose,
    leave,
    back,
    nameOf,
    typed: (figure: ReadFigure) => typedText(figure, nameOf),
    result: () => asRules.value,
  }
}
