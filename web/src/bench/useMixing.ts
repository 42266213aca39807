import { useLocalStorage } from '@vueuse/core'
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import type { Tank, TankOrder } from '@jardinero/contract/bench'
import { get, newId, send } from '../kit/api.ts'
import { useSession } from '../kit/session.ts'
import { useShelf } from '../shelf/index.ts'

/** Where the mixing is: which load, which step of filling it; kept so that a reload or a dead battery loses nothing. */
interface Progress {
  tank: Tank
  load: number
  step: number
}

/** How far the mixing is. */
export function useMixing(order: () => TankOrder) {
  const session = useSession()
  const shelf = useShelf()
  const progress = useLocalStorage<Progress | null>(`bench.tankProgress.${session.person?.id}`, null, {
    serializer: { read: (v) => JSON.parse(v) as Progress, write: JSON.stringify },
  })
  const tankId = ref(newId())
  /** Keeps the tank on the server, which works it out again, and starts the filling. */
  async function start(): Promise<void> {
    const tank = await send<Tank>('POST', '/api/bench/tanks', { id: tankId.value, ...order() })
    progress.value = { tank, load: 0, step: 0 }
    tankId.value = newId()
    void shelf.loadTaken()
  }
  function advance(): void {
    const { tank, load, step } = progress.value!
    const last = step >= tank.result.loads[load]!.filling.length - 1
    progress.value = last ? { tank, load: load + 1, step: 0 } : { tank, load, step: step + 1 }
  }
  const stop = () => (progress.value = null)
  /** A tank that somebody of this account has made, by its address. */
  const shared = String(useRoute().query['tank'] ?? '')
  if (shared && progress.value?.tank.id !== shared)
    void get<Tank>(`/api/bench/tanks/${shared}`).then((tank) => (progress.value = { tank, load: 0, step: 0 }))
  return { progress, start, advance, stop }
}
