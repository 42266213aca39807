import { computed } from 'vue'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { useSoil } from './soilStore.ts'
import { useSoilNow } from './useSoilNow.ts'

/** What is said before whatever rests on the weather, where nobody measured it or it is of an earlier day; empty where it is today's. */
export function useSoilPrefix() {
  const store = useSoil()
  const { answer } = useSoilNow()
  const { day, today } = useYard()
  const { say } = useWords()
  return computed(() => {
    if (!answer.value) return ''
    if (store.isInvented) return `${say('soil.byTypicalYear')} `
    const known = answer.value.today
    return day.value >= today.value && known < today.value ? `${say('soil.asOf', { day: known })} ` : ''
  })
}
