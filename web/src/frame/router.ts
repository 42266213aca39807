import { createRouter, createWebHistory, type RouteRecordRaw } from 'vue-router'
import { useAccount } from '../kit/account.ts'
import { useSeason } from '../kit/season.ts'
import { useSession } from '../kit/session.ts'

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

const routes: RouteRecordRaw[] = [
  { path: '/', name: 'today', component: () => import('../today/TodayPage.vue') },
  { path: '/yard', name: 'yard', component: () => import('../yard/YardStation.vue') },
  { path: '/scout', name: 'scout', component: () => import('../scout/ScoutStation.vue') },
  { path: '/soil', name: 'soil', component: () => import('../soil/SoilStation.vue') },
  { path: '/season', name: 'season', component: () => import('../season/SeasonStation.vue') },
  { path: '/shelf', name: 'shelf', component: () => import('../shelf/ShelfStation.vue') },
  { path: '/bench', name: 'bench', component: () => import('../bench/BenchStation.vue') },
  { path: '/outing', name: 'outing', component: () => import('../outing/OutingStation.vue') },
  { path: '/outing/field', name: 'field', component: () => import('../outing/field/FieldPage.vue') },
  { path: '/ledger', name: 'ledger', component: () => import('../ledger/LedgerStation.vue') },
  { path: '/you', name: 'you', component: () => import('./YouPage.vue') },
  { path: '/welcome', name: 'welcome', component: () => import('./WelcomePage.vue'), meta: { bare: true } },
  {
    path: '/sign-in',
    name: 'signIn',
    component: () => import('./SignInPage.vue'),
    meta: { bare: true, open: true },
  },
  { path: '/:rest(.*)*', redirect: '/' },
]

/** The year one stands in: of the day in the address, else of the demo's day, else this one. */
function standingYear(asked: unknown, demoDay: string | null): number {
  const day = [asked, demoDay].find((d): d is string => typeof d === 'string' && /^\d{4}-/.test(d))
  return Number((day ?? new Date().toISOString()).slice(0, 4))
}

/** Loads the account before the first station, and leads a new one through its first yard. */
export function createAppRouter() {
  const router = createRouter({ history: createWebHistory(), routes })
  router.beforeEach(async (to, from) => {
    const session = useSession()
    const account = useAccount()
    if (!session.person)
      return to.meta['open']
        ? true
        : { name: 'signIn', query: to.name === 'today' ? {} : { to: to.fullPath } }
    if (to.name === 'signIn') return { name: 'today' }
    if (!account.loaded) await account.load()
    await useSeason().reach(standingYear(to.query['day'], account.state.account.demoDay) - 1)
    if (!account.state.yards.length && to.name !== 'welcome' && to.name !== 'you') return { name: 'welcome' }
    // The day one stands on and the open yard go along from station to station.
    const carried = ['day', 'yard'].filter(
      (key) => from.query[key] && !(key in to.query) && to.path !== from.path,
    )
    return carried.length
      ? { ...to, query: { ...to.query, ...Object.fromEntries(carried.map((key) => [key, from.query[key]])) } }
      : true
  })
  return router
}
