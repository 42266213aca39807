import type { PersonId } from '@jardinero/core/quantity'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Tank } from '@jardinero/contract/bench'
import type { OutingOrder, WindReading } from '@jardinero/contract/outing'
import { treatedSqFt } from '@jardinero/core/bench'
import { newId } from '../../kit/api.ts'
import { plain } from '../../kit/plain.ts'
import { emptyPocket, keepInPocket, readPocket } from '../../kit/pocket.ts'

/** An outing as it stands in the field. Whole, so that it needs nothing else to go on. */
export interface FieldOuting {
  id: string
  tank: Tank
  /** Seconds for 1,000 ft², of the sprayer's calibration. */
  pace: number
  swathFt: number
  stage: 'ready' | 'mixing' | 'walking' | 'paused' | 'ending' | 'done'
  /** The load at hand, and its filling steps that are ticked. */
  load: number
  ticked: number[]
  startedAt: string | null
  endedAt: string | null
  pauses: { from: string; to: string }[]
  pausedAt: string | null
  /** Seconds walked, up to `walkingSince`. */
  walkedS: number
  walkingSince: string | null
  winds: WindReading[]
  order: Pick<OutingOrder, 'airC' | 'leftoverGal' | 'zones' | 'applicator' | 'licence' | 'target' | 'note'>
}

const keyOf = (personId: PersonId) => `outing ${personId}`

/** The outing at hand, on the device: every step is on its disk before the next. */
export const useField = defineStore('field', () => {
  const outing = ref<FieldOuting>()
  const personId = ref('')
  const looked = ref(false)

  async function open(person: string): Promise<void> {
    if (personId.value === person && looked.value) return
    personId.value = person
    outing.value = await readPocket<FieldOuting>(keyOf(person))
    looked.value = true
  }
  /** Keeps a change, in the order in which they are made; one that failed does not stop the next. */
  let keeping = Promise.resolve()
  function change(patch: Partial<FieldOuting>): Promise<void> {
    outing.value = { ...outing.value!, ...patch }
    const copy = plain(outing.value)
    keeping = keeping.catch(() => undefined).then(() => keepInPocket(keyOf(personId.value), copy))
    return keeping
  }
  async function take(
    tank: Tank,
    about: { pace: number; swathFt: number; applicator: string; licence: string },
  ): Promise<void> {
    const { pace, swathFt, applicator, licence } = about
    outing.value = {
      id: newId(),
      tank,
      pace,
      swathFt,
      stage: 'ready',
      load: 0,
      ticked: [],
      startedAt: null,
      endedAt: null,
      pauses: [],
      pausedAt: null,
      walkedS: 0,
      walkingSince: null,
      winds: [],
      order: {
        airC: null,
        leftoverGal: 0,
        zones: tank.request.grounds.map((g) => ({ zoneId: g.id, areaSqFt: Math.round(treatedSqFt(g)) })),
        applicator,
        licence,
        target: '',
        note: '',
      },
    }
    await change({})
  }
  async function leave(): Promise<void> {
    outing.value = undefined
    await keeping
    await emptyPocket(keyOf(personId.value))
  }

  const mix = () => change({ stage: 'mixing', ticked: [] })
  const tick = (step: number) => {
    const { ticked } = outing.value!
    return change({ ticked: ticked.includes(step) ? ticked.filter((s) => s !== step) : [...ticked, step] })
  }
  const walk = (now: string) => {
    const { startedAt, pausedAt, pauses } = outing.value!
    return change({
      stage: 'walking',
      startedAt: startedAt ?? now,
      walkingSince: now,
      pausedAt: null,
      pauses: pausedAt ? [...pauses, { from: pausedAt, to: now }] : pauses,
    })
  }
  /** Seconds walked up to an instant. */
  const walkedAt = (now: string): number => {
    const { walkedS, walkingSince } = outing.value!
    return walkedS + (walkingSince ? Math.max(0, (Date.parse(now) - Date.parse(walkingSince)) / 1000) : 0)
  }
  const stand = (now: string) => ({ walkedS: walkedAt(now), walkingSince: null })
  const pause = (now: string) => change({ ...stand(now), stage: 'paused', pausedAt: now })
  const nextLoad = (now: string) =>
    change({ ...stand(now), stage: 'mixing', load: outing.value!.load + 1, ticked: [] })
  const end = (now: string) => {
    const { pausedAt, pauses } = outing.value!
    return change({
      ...stand(now),
      stage: 'ending',
      endedAt: now,
      pausedAt: null,
      pauses: pausedAt ? [...pauses, { from: pausedAt, to: now }] : pauses,
    })
  }
  const addWind = (wind: WindReading) => change({ winds: [...outing.value!.winds, wind] })
  const loadsLeft = computed(() =>
    outing.value ? outing.value.tank.result.loads.length - outing.value.load - 1 : 0,
  )
  return {
    outing,
    looked,
    open,
    take,
    change,
    leave,
    mix,
    tick,
    walk,
    walkedAt,
    pause,
    nextLoad,
    end,
    addWind,
    loadsLeft,
  }
})
