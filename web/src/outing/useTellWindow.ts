import { watchEffect } from 'vue'
import { useOutingNow, useYard } from '../state/index.ts'
import { useOutingAnswer } from './useOutingAnswer.ts'
import { useOutingPass } from './useOutingPass.ts'
import { useWindows } from './useWindows.ts'

const hourMs = 3_600_000

/** Tells Today of the hours: the best window for what is mixed or planned (a label on the shelf waits for nothing), and one that was lost. Once in the application. */
export function useTellWindow(): void {
  const told = useOutingNow()
  const { yard } = useYard()
  const outing = useOutingPass()
  const windows = useWindows(outing, { patient: true })
  const said = useOutingAnswer(outing, windows)
  watchEffect(() => {
    const [best] = windows.answer.value?.best ?? []
    const chosen = outing.chosen.value
    const { held } = windows.wishes.value
    const lost = said.lost && held ? { ...held, why: said.lostSays } : undefined
    told.yardId = yard.value?.id
    told.lost = lost
    if (!best || !chosen || chosen.id.startsWith('label:')) {
      told.best = undefined
      return
    }
    const { hours } = windows.answer.value!
    told.best = {
      label: chosen.labels.map((l) => l.name).join(', '),
      from: hours[best.best.from]!.at,
      to: new Date(Date.parse(hours[best.best.to - 1]!.at) + hourMs).toISOString(),
    }
  })
}
