import type { Component } from 'vue'
import type { RouteLocationNormalizedLoaded, RouteRecordRaw } from 'vue-router'
import TodayPage from '../today/TodayPage.vue'
import type { Need } from '../yard/index.ts'

/** The stations in the order of the work; those not built yet are not here, and so not shown. */
export const stations = [
  { name: 'yard', key: '1' },
  { name: 'scout', key: '2' },
  { name: 'soil', key: '3' },
  { name: 'season', key: '4' },
  { name: 'shelf', key: '5' },
  { name: 'bench', key: '6' },
  { name: 'outing', key: '7' },
  { name: 'ledger', key: '8' },
] as const

/** What each must know before it can answer (`useLacking`), by the part of it that is open; the rest answers without. */
const needs: Record<string, (at: string) => readonly Need[]> = {
  yard: () => ['where', 'grass'],
  scout: (at) => (at === 'keep' ? ['grass'] : []),
  soil: () => ['where', 'grass'],
  season: () => ['where', 'grass'],
  shelf: (at) => (at ? [] : ['grass']),
  bench: () => ['grass'],
  outing: () => ['where', 'grass'],
}
/** Needed of a yard at this address; its size too where one came for the whole year. */
export const needsAt = ({ name, query }: RouteLocationNormalizedLoaded): readonly Need[] => [
  ...(needs[String(name)]?.(String(query['at'] ?? '')) ?? []),
  ...(query['begin'] === 'year' ? (['size'] as const) : []),
]

/** What stands in a yard: its address holds the yard, so that no link can lead to another. */
export const inYard: RouteRecordRaw[] = [
  { path: '', name: 'today', component: TodayPage },
  { path: 'yard', name: 'yard', component: () => import('../yard/YardStation.vue') },
  { path: 'scout', name: 'scout', component: () => import('../scout/ScoutStation.vue') },
  { path: 'soil', name: 'soil', component: () => import('../soil/SoilStation.vue') },
  { path: 'season', name: 'season', component: () => import('../season/SeasonPages.vue') },
  { path: 'shelf', name: 'shelf', component: () => import('../shelf/ShelfStation.vue') },
  { path: 'bench', name: 'bench', component: () => import('../bench/BenchStation.vue') },
  { path: 'outing', name: 'outing', component: () => import('../outing/OutingStation.vue') },
  { path: 'outing/field', name: 'field', component: () => import('../outing/field/FieldPage.vue') },
  { path: 'ledger', name: 'ledger', component: () => import('../ledger/LedgerStation.vue') },
  { path: 'lawns', name: 'lawns', component: () => import('../lawns/LawnsPage.vue') },
  { path: 'words', name: 'words', component: () => import('./WordsPage.vue') },
  { path: 'you', name: 'you', component: () => import('./YouPage.vue') },
]

const bare = (
  path: string,
  name: string,
  component: () => Promise<{ default: Component }>,
  open = false,
): RouteRecordRaw => ({
  path,
  name,
  component,
  meta: { bare: true, open },
})
/** Pages without a yard and without the frame. */
export const withoutYard: RouteRecordRaw[] = [
  bare('/welcome', 'welcome', () => import('./WelcomePage.vue')),
  bare('/account', 'account', () => import('./YouPage.vue')),
  bare('/no-yard', 'noYard', () => import('./NoYardPage.vue')),
  bare('/codes', 'codes', () => import('./CodesPage.vue')),
  bare('/sign-in', 'signIn', () => import('./SignInPage.vue'), true),
  bare('/join', 'join', () => import('./JoinPage.vue'), true),
  bare('/forgot', 'forgot', () => import('./ForgotPage.vue'), true),
  bare('/shared/:secret', 'shared', () => import('./SharedPage.vue'), true),
  bare('/:rest(.*)*', 'notFound', () => import('./NotFoundPage.vue'), true),
  bare('/reset', 'reset', () => import('./ResetPage.vue'), true),
]
