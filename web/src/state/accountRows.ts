import { computed, markRaw } from 'vue'
import type { YardState, YardYear } from '@jardinero/contract/state'
import { marksOf } from '@jardinero/core/job'
import type { useHeld } from './held.ts'

const none: never[] = []
const noRows = <K extends Exclude<keyof YardState, 'yard'>>(): YardState[K] => none as YardState[K]

/** The rows of the open yard, of the years that are here and of the account around them, by name. */
export function createAccountRows(held: ReturnType<typeof useHeld>) {
  /** Of all years that are here, oldest first; another list only where one of them is another. */
  const ofYears = <K extends Exclude<keyof YardYear, 'records' | 'rules'>>(part: K) =>
    computed<YardYear[K]>((before) => {
      const all = held.years.flatMap<YardYear[K][number]>((y) => y[part]) as YardYear[K]
      return before?.length === all.length && all.every((row, i) => row === before[i]) ? before : all
    })
  const ofYard = <K extends Exclude<keyof YardState, 'yard'>>(part: K) =>
    computed<YardState[K]>(() => held.yard?.[part] ?? noRows<K>())
  const jobs = ofYard('jobs')
  const rows = {
    yards: computed(() => (held.yard ? [held.yard.yard] : none)),
    zones: ofYard('zones'),
    sections: ofYard('sections'),
    places: ofYard('places'),
    sprinklers: ofYard('sprinklers'),
    jobs,
    marks: computed(() => marksOf(jobs.value)),
    plans: ofYard('plans'),
    history: ofYard('history'),
    sprayers: computed(() => held.equipment?.sprayers ?? none),
    calibrations: computed(() => held.equipment?.calibrations ?? none),
    tools: computed(() => held.equipment?.tools ?? none),
    labels: computed(() => held.shelf?.labels ?? none),
    stock: computed(() => held.shelf?.stock ?? none),
    labelFiles: computed(() => held.shelf?.labelFiles ?? none),
    finds: ofYears('finds'),
    photos: ofYears('photos'),
    signs: ofYears('signs'),
    waters: ofYears('waters'),
    outings: ofYears('outings'),
    ratings: ofYears('ratings'),
    recordPhotos: ofYears('recordPhotos'),
    readings: ofYears('readings'),
  }
  type State = { readonly [K in keyof typeof rows]: (typeof rows)[K]['value'] }
  /** Read by name; each name follows its own rows alone. */
  return markRaw(
    Object.defineProperties(
      {},
      Object.fromEntries(
        Object.entries(rows).map(([name, list]) => [name, { get: () => list.value, enumerable: true }]),
      ),
    ),
  ) as State
}
