import { computed, reactive } from 'vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { commonest } from './hourLanes.ts'
import { shutParams } from './shutParams.ts'
import type { useOutingPass } from './useOutingPass.ts'
import type { useWindows } from './useWindows.ts'

const hourMs = 3_600_000
const endOf = (at: string): string => new Date(Date.parse(at) + hourMs).toISOString()

/** The station's one sentence, and how a window that was kept free stands. */
export function useOutingAnswer(
  { chosen, against }: ReturnType<typeof useOutingPass>,
  { answer, hours, wishes, isInvented }: ReturnType<typeof useWindows>,
) {
  const { timeZone } = useYard()
  const { say, range, time, span } = useWords()

  /** What shuts the window that was kept free, now; nothing where it is still open, or none is kept. */
  const lost = computed(() => {
    const { held } = wishes.value
    if (!held || !answer.value) return undefined
    const [from, to] = [Date.parse(held.from), Date.parse(held.to)]
    const inside = answer.value.hours.filter((h) => Date.parse(h.at) >= from && Date.parse(h.at) < to)
    return inside.find((h) => h.shuts.length)?.shuts[0]
  })
  const said = computed(() => {
    const label = chosen.value?.labels.map((l) => l.name).join(', ') ?? ''
    if (!chosen.value) return { code: 'outing.answer.none', params: {} }
    if (against.value.length) return { code: 'outing.answer.stopped', params: { label } }
    if (isInvented.value) return { code: 'outing.answer.invented', params: { label } }
    if (!hours.value.length || !answer.value) return { code: 'outing.answer.noHours', params: { label } }
    if (chosen.value.isPending) return { code: 'outing.answer.working', params: { label } }
    const { day } = chosen.value
    if (day && day > answer.value.hours.at(-1)!.day)
      return { code: 'outing.answer.later', params: { label, day } }
    const [best] = answer.value.best
    if (!best) {
      const asked = answer.value.hours.filter((h) => !day || h.day >= day)
      const most = commonest(asked)
      const days = new Set(asked.map((h) => h.day)).size
      const why = most ? say(`shut.${most}.short`) : say('outing.short')
      return { code: 'outing.answer.noWindow', params: { label, days, why } }
    }
    const own = answer.value.hours.slice(best.best.from, best.best.to)
    const spread = (read: 'wind' | 'temperatureC', unit: string) => {
      const values = own.map((h) => h[read])
      return range(Math.min(...values), Math.max(...values), unit)
    }
    return {
      code: best.closes ? 'outing.answer.go' : 'outing.answer.goOpen',
      params: {
        label,
        when: span(own[0]!.at, endOf(own.at(-1)!.at), timeZone.value),
        wind: spread('wind', 'm/s'),
        air: spread('temperatureC', 'degC'),
        until: time(endOf(answer.value.hours[best.to - 1]!.at), timeZone.value, 'clock'),
        why: best.closes ? say(`shut.${best.closes.code}.short`) : '',
      },
    }
  })
  const lostSays = computed(() =>
    lost.value ? say(`shut.${lost.value.code}`, shutParams(lost.value, time, timeZone.value)) : '',
  )
  const held = computed(() => {
    const { held: window } = wishes.value
    if (!window) return ''
    const params = { label: window.label, when: span(window.from, window.to, timeZone.value) }
    return lost.value
      ? say('outing.heldLost', {
          ...params,
          why: say(`shut.${lost.value.code}`, shutParams(lost.value, time, timeZone.value)),
        })
      : say('outing.heldSays', params)
  })
  return reactive({
    code: computed(() => said.value.code),
    params: computed(() => said.value.params),
    held,
    lost,
    lostSays,
  })
}
