import type { YardId } from '@jardinero/core/quantity'
import {
  createRouter,
  createWebHistory,
  type RouteLocationNormalized,
  type RouteLocationRaw,
  type Router,
  type RouterHistory,
  type RouteRecordRaw,
} from 'vue-router'
import { afterPage } from '../kit/afterPage.ts'
import { ApiProblem } from '../kit/api.ts'
import { useSession } from '../kit/session.ts'
import { useHeld } from '../state/index.ts'
import { inYard, withoutYard } from './stations.ts'

/** Addresses without a yard, from before it stood in them, and the plainest one: they lead to the yard that was open last. */
const shortAddresses = inYard.map(({ path, name }): RouteRecordRaw => ({
  path: `/${path}`,
  component: { render: () => null },
  meta: { leadsTo: name },
}))
const routes: RouteRecordRaw[] = [
  { path: '/yards/:yardId', children: inYard },
  ...withoutYard,
  ...shortAddresses,
]

/** The yard that was open last, of one person on this device. */
const lastOpen = {
  key: (person: string) => `frame.yard.${person}`,
  read: (person: string): string => globalThis.localStorage?.getItem(lastOpen.key(person)) ?? '',
  keep: (person: string, yardId: YardId): void =>
    globalThis.localStorage?.setItem(lastOpen.key(person), yardId),
}

const isDay = (day: unknown): day is string =>
  typeof day === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(day) && !Number.isNaN(Date.parse(day))

/**
 * The day one stands on goes along with every link and every step, unless it says a day itself: the one place where the day
 * is carried.
 */
function carryDay(router: Router): void {
  const { push, replace, resolve } = router
  const withDay = (to: RouteLocationRaw): RouteLocationRaw => {
    const { day } = router.currentRoute.value.query
    if (typeof to === 'string' || !isDay(day) || (to.query && 'day' in to.query)) return to
    const target = resolve(to)
    return target.matched[0]?.path === '/yards/:yardId' ? { ...to, query: { ...to.query, day } } : to
  }
  router.push = (to) => push(withDay(to))
  router.replace = (to) => replace(withDay(to))
  const resolveWithDay = (to: RouteLocationRaw, from?: never) =>
    // eslint-disable-next-line no-restricted-syntax -- of its overloads only one is called
    resolve(withDay(to) as never, from)
  router.resolve = resolveWithDay as typeof resolve
}

/**
 * Who is on the way to another page gets there: what the page being left still changes of its own address (it waited for an
 * answer, say) would turn the step back. Only the day goes along.
 */
function finishSteps(router: Router): void {
  let under: Pick<RouteLocationNormalized, 'path' | 'fullPath' | 'query' | 'hash'> | undefined
  router.beforeEach((to) => {
    under = to
  })
  router.afterEach((to) => {
    if (under?.fullPath === to.fullPath) under = undefined
  })
  router.onError(() => {
    under = undefined
  })
  const { push, replace, resolve } = router
  router.push = (to) => {
    under = resolve(to)
    return push(to)
  }
  router.replace = async (to) => {
    const ofThisPage = typeof to === 'object' && !('path' in to) && !('name' in to)
    if (!ofThisPage || !under || under.path === router.currentRoute.value.path) return replace(to)
    if (!to.query || !('day' in to.query)) return
    const { path, query, hash } = under
    return router.push({ path, query: { ...query, day: to.query['day'] }, hash })
  }
}

/** From an address without a yard to the same station of the yard that was open last; the first, where none was. */
async function leadToYard(to: RouteLocationNormalized): Promise<RouteLocationRaw> {
  const held = useHeld()
  const { yard: asked, ...query } = to.query
  const likely = String(asked ?? '') || lastOpen.read(held.who)
  if (likely) held.sendFor(likely)
  const opening = await held.open()
  const [first] = opening.yards
  if (!first) return to.meta['leadsTo'] === 'you' ? { name: 'account' } : { name: 'welcome' }
  const yardId = likely || first.id
  return { name: String(to.meta['leadsTo']), params: { yardId }, query, hash: to.hash, replace: true }
}

/** Opens the yard of an address, as far as it is not here yet. One that is not there is said, never changed for another. */
async function openYard(to: RouteLocationNormalized): Promise<true | RouteLocationRaw> {
  const held = useHeld()
  const yardId = String(to.params['yardId'])
  const day = to.query['day']
  try {
    await held.stand(yardId, isDay(day) ? Number(day.slice(0, 4)) : undefined)
  } catch (error) {
    if (!(error instanceof ApiProblem)) throw error
    if (error.problem.code === 'notSignedIn') throw error
    lastOpen.keep(held.who, '')
    const opening = await held.open()
    return opening.yardCount ? { name: 'noYard' } : { name: 'welcome' }
  }
  lastOpen.keep(held.who, yardId)
  return true
}

/** Opens the account and the yard before the first station, and leads a new one through its first yard. */
export function createAppRouter(history: RouterHistory = createWebHistory()): Router {
  const router = createRouter({ history, routes })
  carryDay(router)
  finishSteps(router)
  router.beforeEach(async (to) => {
    const session = useSession()
    // Today speaks before the words of the other stations are here; they are fetched after what one came for.
    const opening = to.name === 'today' || to.meta['leadsTo'] || to.meta['open']
    if (!opening) await session.learnStations()
    if (!session.person)
      return to.meta['open']
        ? true
        : { name: 'signIn', query: to.meta['leadsTo'] === 'today' ? {} : { to: to.fullPath } }
    if (to.name === 'signIn' || to.name === 'forgot') return { path: '/' }
    if (to.meta['leadsTo']) return leadToYard(to)
    return to.params['yardId'] ? openYard(to) : true
  })
  router.afterEach(() => void afterPage(() => useSession().learnStations())().catch(() => undefined))
  return router
}
