import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Person, Preferences, SessionState } from '@jardinero/contract/person'
import {
  createWords,
  languageOf,
  loadCatalogue,
  loadPlantWords,
  type Catalogue,
  type Words,
} from '@jardinero/words'
import { get, send, setCsrfToken } from './api.ts'
import { keptAnswers } from './kept.ts'
import { forgetRuns } from './keptRuns.ts'

/** Before anyone is signed in: the browser's language, US units where it is American. */
function strangerPreferences(): Preferences {
  const locale = navigator.language || 'en-US'
  const us = locale.endsWith('US')
  return { locale, units: us ? 'us' : 'metric', temperature: us ? 'F' : 'C', theme: 'auto' }
}

/** Answers kept for where there is no network are one person's: another finds none of them. */
const forgetAnswers = async (): Promise<void> => {
  if ('caches' in globalThis) await caches.delete(keptAnswers)
  await forgetRuns()
}

/** Who is here, and how they read. */
export const useSession = defineStore('session', () => {
  const person = ref<Person | null>(null)
  const demoOffered = ref(false)
  const catalogue = shallowRef<Catalogue>({})
  const preferences = computed<Preferences>(() => person.value ?? strangerPreferences())
  const words = computed<Words>(() => createWords(catalogue.value, preferences.value))

  function take(state: SessionState): void {
    setCsrfToken(state.csrfToken)
    person.value = state.person
    demoOffered.value = state.demoOffered
  }
  async function open(): Promise<void> {
    const [state] = await Promise.all([
      get<SessionState>('/api/session'),
      speak(strangerPreferences().locale),
    ])
    if (state.person) await speak(state.person.locale)
    take(state)
  }
  /** The language that is spoken, and whether its words of plants are learned: they are large, and come when asked for. */
  let language = ''
  let plants = false
  async function speak(locale: string): Promise<void> {
    if (languageOf(locale) === language) return
    const [words, ofPlants] = await Promise.all([loadCatalogue(locale), plants ? loadPlantWords(locale) : {}])
    language = languageOf(locale)
    catalogue.value = { ...words, ...ofPlants }
  }
  async function learnPlants(): Promise<void> {
    plants = true
    const ofPlants = await loadPlantWords(preferences.value.locale)
    catalogue.value = { ...catalogue.value, ...ofPlants }
  }
  const enter = async (how: 'sign-in' | 'sign-up' | 'demo', body: object = {}): Promise<void> => {
    const state = await send<SessionState>('POST', `/api/session/${how}`, body)
    await forgetAnswers()
    if (state.person) await speak(state.person.locale)
    take(state)
  }

  async function leave(): Promise<void> {
    await send('POST', '/api/session/sign-out', {})
    await forgetAnswers()
    take(await get<SessionState>('/api/session'))
  }
  async function prefer(patch: Partial<Preferences> & { name?: string; licence?: string }): Promise<void> {
    const { version } = person.value!
    const changed = await send<Person>('PATCH', '/api/account/me', { version, ...patch })
    await speak(changed.locale)
    person.value = changed
  }
  return { person, demoOffered, catalogue, words, preferences, open, learnPlants, enter, leave, prefer }
})

/** The words of the person here; always current in templates and computed values. */
export function useWords() {
  const session = useSession()
  return {
    say: (key: string, params?: Parameters<Words['say']>[1]) => session.words.say(key, params),
    has: (key: string) => session.words.has(key),
    parts: (key: string, params?: Record<string, unknown>) => session.words.sayParts(key, params),
    quantity: (value: number, unit: string, asIs?: boolean) => session.words.quantity(value, unit, asIs),
    range: (least: number, most: number, unit: string, asIs?: boolean) =>
      session.words.range(least, most, unit, asIs),
    number: (value: number, options?: Intl.NumberFormatOptions) => session.words.number(value, options),
    day: (day: string, style?: 'short' | 'weekday' | 'long') => session.words.day(day, style),
    /** A month's short name alone. */
    month: (date: Date) => session.words.day(date.toISOString().slice(0, 10)).replace(/[\d.\s]+/g, ''),
    weekday: (index: number) => session.words.weekday(index),
    time: (instant: string, zone: string, style?: 'short' | 'long' | 'clock') =>
      session.words.time(instant, zone, style),
    span: (from: string, to: string, zone: string) => session.words.span(from, to, zone),
  }
}
