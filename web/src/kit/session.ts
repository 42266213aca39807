import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import type { Person, Preferences, SessionState } from '@jardinero/contract/person'
import { createWords, type Words } from '@jardinero/words'
import { get, send, setCsrfToken, trySend, unreadable } from './api.ts'
import { forgetPerson, hasLeft, isLeaving, noteLeaving } from './forget.ts'
import { keptAnswers } from './kept.ts'
import { forgetWork } from './keptWork.ts'
import { useLanguage } from './language.ts'

/** Before anyone is signed in: the browser's language, US units where it is American. */
function strangerPreferences(): Preferences {
  const locale = navigator.language || 'en-US'
  const us = locale.endsWith('US')
  return { locale, units: us ? 'us' : 'metric', temperature: us ? 'F' : 'C', theme: 'auto' }
}

/** Answers kept for where there is no network are one person's: another finds none of them. */
const forgetAnswers = async (): Promise<void> => {
  if ('caches' in globalThis) await caches.delete(keptAnswers)
  await forgetWork()
}

const formerly = { role: 'owner' as const }
type WayIn = 'sign-in' | 'join' | 'passkey' | 'sign-up' | 'demo' | 'recover' | 'reset'

/** Who is here, and how they read. */
export const useSession = defineStore('session', () => {
  const person = ref<Person | null>(null)
  const guest = ref<Preferences>()
  const demoOffered = ref(false)
  const mailOffered = ref(false)
  /** Told once, after signing up: nobody can look them up again. */
  const newCodes = ref<string[]>([])
  /** Tries that failed since one was last here. */
  const failedBefore = ref<SessionState['failedSignIns']>()
  const preferences = computed<Preferences>(() => person.value ?? guest.value ?? strangerPreferences())
  const { catalogue, whole, speak, learnStations, learnPlants } = useLanguage()
  const words = computed<Words>(() => createWords(catalogue.value, preferences.value, whole.value))
  unreadable.says = (status) =>
    words.value.has('frame.unreadable') ? words.value.say('frame.unreadable', { status }) : String(status)

  function take(state: SessionState): void {
    setCsrfToken(state.csrfToken)
    // One that lies on the device from before there were roles is its owner's.
    person.value = state.person && { ...formerly, ...state.person }
    demoOffered.value = state.demoOffered
    mailOffered.value = state.mailOffered
  }
  /** A visitor reads in the words and measures of whose page it is. */
  async function readAs(how: Omit<Preferences, 'theme'>): Promise<void> {
    if (person.value) return
    const { locale, units, temperature } = how
    await speak(locale)
    guest.value = { locale, units, temperature, theme: 'auto' }
  }
  async function open(): Promise<void> {
    const [state] = await Promise.all([
      get<SessionState>('/api/session'),
      speak(strangerPreferences().locale),
    ])
    // Somebody signed out here where the server could not hear it.
    const now = isLeaving() && state.person ? await leaveNow(state) : state
    if (now.person) await speak(now.person.locale)
    take(now)
  }
  async function leaveNow({ csrfToken }: SessionState): Promise<SessionState> {
    setCsrfToken(csrfToken)
    await send('POST', '/api/session/sign-out', {})
    hasLeft()
    return get<SessionState>('/api/session')
  }
  const enter = async (how: WayIn, body: object = {}): Promise<void> => {
    const state = await send<SessionState>('POST', `/api/session/${how}`, body)
    await forgetAnswers()
    if (state.person) await speak(state.person.locale)
    take(state)
    newCodes.value = state.recoveryCodes ?? []
    failedBefore.value = state.failedSignIns
  }

  /** Signs out. What is on this device goes, whether the server hears of it or not: then it hears when it is next there. */
  async function leave(): Promise<void> {
    noteLeaving()
    const told = await trySend('POST', '/api/session/sign-out', {})
    // A session that was over already is out as well.
    if (told.kind !== 'away') hasLeft()
    await forgetPerson()
  }
  async function drop(password: string): Promise<void> {
    await send('POST', '/api/account/delete', { password })
    await forgetPerson()
  }
  async function renewCodes(password: string): Promise<void> {
    const { recoveryCodes } = await send<{ recoveryCodes: string[] }>('POST', '/api/account/recovery-codes', {
      password,
    })
    newCodes.value = recoveryCodes
  }
  async function moveEmail(password: string, email: string): Promise<void> {
    person.value = await send<Person>('POST', '/api/account/email', { password, email })
  }
  async function prefer(patch: Partial<Preferences> & { name?: string; licence?: string }): Promise<void> {
    const { version } = person.value!
    const changed = await send<Person>('PATCH', '/api/account/me', { version, ...patch })
    await speak(changed.locale)
    person.value = changed
  }
  return {
    person,
    demoOffered,
    mailOffered,
    newCodes,
    failedBefore,
    catalogue,
    words,
    preferences,
    open,
    readAs,
    whole,
    learnStations,
    learnPlants,
    enter,
    leave,
    drop,
    renewCodes,
    moveEmail,
    prefer,
  }
})

/** The words of the person here; always current in templates and computed values. */
export function useWords() {
  const session = useSession()
  return {
    say: (key: string, params?: Parameters<Words['say']>[1]) => session.words.say(key, params),
    has: (key: string) => session.words.has(key),
    parts: (key: string, params?: Record<string, unknown>) => session.words.sayParts(key, params),
    refusal: (refused: Parameters<Words['refusal']>[0]) => session.words.refusal(refused),
    quantity: (value: number, unit: string, asIs?: boolean) => session.words.quantity(value, unit, asIs),
    range: (least: number, most: number, unit: string, asIs?: boolean) =>
      session.words.range(least, most, unit, asIs),
    /** A country by its two letters. */
    country: (code: string) =>
      new Intl.DisplayNames([session.preferences.locale], { type: 'region' }).of(code) ?? code,
    number: (value: number, options?: Intl.NumberFormatOptions) => session.words.number(value, options),
    money: (cents: number, options?: { whole: boolean }) => session.words.money(cents, options),
    day: (day: string, style?: 'short' | 'weekday' | 'long') => session.words.day(day, style),
    /** A month's short name alone. */
    month: (date: Date) => session.words.day(date.toISOString().slice(0, 10)).replace(/[\d.\s]+/g, ''),
    weekday: (index: number) => session.words.weekday(index),
    time: (instant: string, zone: string, style?: 'short' | 'long' | 'clock') =>
      session.words.time(instant, zone, style),
    span: (from: string, to: string, zone: string) => session.words.span(from, to, zone),
  }
}
