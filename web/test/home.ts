import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { expect, vi } from 'vitest'
import { createPinia, disposePinia, getActivePinia, setActivePinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'
import type { AccountState } from '@jardinero/contract/account'
import type { ApplicationRecord, PassFacts } from '@jardinero/contract/ledger'
import type { Preferences } from '@jardinero/contract/person'
import type { TakenByLabel } from '@jardinero/contract/shelf'
import type { SeasonPlan } from '@jardinero/contract/season'
import type { Reading } from '@jardinero/contract/soil'
import { jobsOfPlan, type Job, type JobSeed } from '@jardinero/core/job'
import type { LabelRules } from '@jardinero/core/shelf'
import { loadWholeCatalogue } from '@jardinero/words'
import { connection } from '../src/kit/api.ts'
import ChoiceField from '../src/kit/ChoiceField.vue'
import { useAccount } from '../src/state/index.ts'
import { holdHome } from './holdHome.ts'
import { useSession } from '../src/kit/session.ts'
import { useShelf } from '../src/shelf/shelfStore.ts'

const catalogue = await loadWholeCatalogue('en')

/** There is no server here: what a test does not answer stays unanswered. Who waits for it to be back is told that it is. */
globalThis.fetch = (url) =>
  url === '/api/health' ? Promise.resolve(new Response()) : new Promise(() => undefined)

export const rules: LabelRules = {
  name: 'Sample 50 WG',
  sample: true,
  formulation: 'WG',
  actives: [{ name: 'prodiamine', strength: { value: 50, unit: 'percent', basis: 'ai' }, group: '3' }],
  uses: [
    {
      turf: ['tallFescue'],
      purpose: 'preEmergent',
      rate: { min: 0.24, max: 0.55, unit: 'oz/1000ft2' },
      annualMaximum: { value: 1.1, unit: 'oz/1000ft2', of: 'product' },
      minimumIntervalDays: 42,
    },
  ],
  wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 14 },
  keepOff: { untilDry: true, hours: 0 },
  gear: ['gloves', 'eyes'],
  signalWord: 'caution',
  restrictedUse: false,
}

/** One lawn of 6,350 ft² on 28 February, with everything a mix needs. */
export const homeState = (): AccountState => ({
  account: { id: 'a', name: 'Home', demoDay: '2026-02-28' },
  yards: [
    {
      id: 'y',
      version: 1,
      name: 'Home',
      latitude: 38,
      longitude: -84,
      timeZone: 'America/New_York',
      climate: 'c',
      timingSchool: 'edgeLed',
    },
  ],
  zones: [{ id: 'z', version: 1, yardId: 'y', name: 'Front', turf: 'tallFescue', state: 'growing' }],
  sections: [
    {
      id: 's',
      version: 1,
      zoneId: 'z',
      name: 'Lawn',
      kind: 'rectangle',
      lengthsFt: [127, 50],
      deduction: false,
      xFt: 0,
      yFt: 0,
      turnDeg: 0,
    },
  ],
  places: [
    { id: 'm', version: 1, zoneId: 'z', name: 'Open middle', kind: 'middle', sectionId: null, side: null },
    { id: 'e', version: 1, zoneId: 'z', name: 'Drive edge', kind: 'edge', sectionId: 's', side: 3 },
  ],
  sprayers: [{ id: 'p', version: 1, name: 'Backpack', kind: 'backpack', capacityGal: 4, hopperLb: null }],
  calibrations: [
    {
      id: 'k',
      version: 1,
      sprayerId: 'p',
      day: '2026-02-12',
      runs: [1.2, 1.25, 1.3].map((volumeGal) => ({ areaSqFt: 1000, volumeGal })),
      note: '',
    },
  ],
  labels: [{ id: 'l', version: 1, rules }],
  tools: [],
  stock: [],
  labelFiles: [],
  finds: [],
  photos: [],
  jobs: [],
  signs: [],
  sprinklers: [],
  waters: [],
  plans: [],
  outings: [],
  ratings: [],
  recordPhotos: [],
})

export const reading = (placeId: string, day: string, fahrenheit: number): Reading => ({
  id: `${placeId}${day}`,
  version: 1,
  placeId,
  takenAt: `${day}T15:00:00.000Z`,
  depthCm: 5.08,
  temperatureC: (fahrenheit - 32) / 1.8,
  note: '',
})

export function record(
  day: string,
  ozPer1000: number,
  more: Partial<ApplicationRecord> = {},
): ApplicationRecord {
  const facts: PassFacts = {
    appliedAt: `${day}T15:00:00.000Z`,
    areaSqFt: 6350,
    product: { value: ozPer1000 * 6.35, unit: 'oz' },
    waterGal: 7.9,
    applicator: 'Ada',
    licence: '',
    windMph: 4,
    airC: 12,
    target: '',
    wateredInOn: null,
    note: '',
  }
  return {
    id: `r${day}`,
    yardId: 'y',
    zoneId: 'z',
    zoneName: 'Front',
    turf: 'tallFescue',
    mixId: 'x',
    equipment: 'Backpack',
    rules,
    rate: { value: ozPer1000, unit: 'oz/1000ft2' },
    keepOffUntil: null,
    recordedAt: facts.appliedAt,
    recordedBy: 'Ada',
    ...facts,
    first: facts,
    amendments: [],
    ...more,
  }
}

interface Home {
  path?: string
  preferences?: Partial<Preferences>
  state?: Partial<AccountState>
  readings?: Reading[]
  records?: ApplicationRecord[]
  taken?: TakenByLabel
}

/** A job as it stands when it is planned. */
export const plannedJob = (seed: JobSeed): Job => ({
  ...seed,
  state: 'planned',
  doneOn: null,
  tankIds: [],
  recordIds: [],
})
/** The jobs of a plan that was just taken. */
export const openJobsOf = (plan: SeasonPlan): Job[] =>
  jobsOfPlan(plan, (passId, zoneId) => `${plan.id}/${passId}/${zoneId}`).map(plannedJob)

/** What the last home mounted: gone before the next one stands. */
let mounted: { unmount: () => void }[] = []
const keep = <W extends { unmount: () => void }>(wrapper: W): W => {
  mounted.push(wrapper)
  return wrapper
}

/** Stores, router and words of a person at home, as the application has them after it is loaded. */
export async function atHome({
  path = '/',
  preferences = {},
  state = {},
  readings = [],
  records = [],
  taken = {},
}: Home = {}) {
  mounted.forEach((m) => m.unmount())
  mounted = []
  const before = getActivePinia()
  if (before) disposePinia(before)
  const pinia = createPinia()
  setActivePinia(pinia)
  localStorage.clear()
  connection.away = false
  const session = useSession()
  session.catalogue = catalogue
  session.whole = true
  // Held before anybody is here who would ask for it.
  const jobs = state.jobs ?? (state.plans ?? []).slice(-1).flatMap(openJobsOf)
  holdHome({ ...homeState(), ...state, jobs }, readings, records, taken)
  session.person = {
    id: 'i',
    version: 1,
    email: 'ada@example.org',
    name: 'Ada',
    units: 'us',
    temperature: 'F',
    locale: 'en-US',
    theme: 'auto',
    role: 'owner',
    licence: '',
    ...preferences,
  }
  const account = useAccount()
  useShelf().load()
  const blank = { template: '<i />' }
  const names = [
    'today',
    'yard',
    'scout',
    'soil',
    'season',
    'shelf',
    'bench',
    'outing',
    'field',
    'lawns',
    'ledger',
    'you',
    'signIn',
    'welcome',
    'account',
    'noYard',
    'codes',
    'forgot',
    'reset',
    'words',
  ]
  const router = createRouter({
    history: createMemoryHistory(),
    routes: names.map((name) => ({ path: name === 'today' ? '/' : `/${name}`, name, component: blank })),
  })
  await router.push(path)
  const global = { plugins: [pinia, router, PrimeVue] }
  return {
    account,
    router,
    show: (component: Component, props: Record<string, unknown> = {}) =>
      keep(mount(component, { props, global, attachTo: document.body })),
    /** Runs a composable inside a component, and answers with what it returns. */
    use<T>(composable: () => T): T {
      let made: T
      keep(mount(defineComponent({ setup: () => ((made = composable()), () => h('i')) }), { global }))
      return made!
    },
    settle: flushPromises,
  }
}

/** Until it is so; what waits for the disk or the server takes its time. */
export const until = (is: () => unknown) => vi.waitFor(() => expect(is()).toBeTruthy(), { timeout: 30_000 })
/** The field under a label that begins so, and the button of a name. */
export const input = (page: VueWrapper, label: string) =>
  page.find(
    `#${page
      .findAll('label')
      .find((l) => l.text().startsWith(label))!
      .attributes('for')}`,
  )
export const button = (page: VueWrapper, name: string) =>
  page.findAll('button').find((b) => b.text() === name)!

/** One of our choice fields, by its label. */
export const choice = (page: VueWrapper, label: string) =>
  (
    page.findAllComponents(ChoiceField as Component) as unknown as VueWrapper<{
      label: string
      options: { value: string; label: string }[]
    }>[]
  ).find((c) => c.vm.label === label)!
/** Chooses in it. */
export async function pick(page: VueWrapper, label: string, value: unknown): Promise<void> {
  choice(page, label).vm.$emit('update:modelValue', value)
  await flushPromises()
}
