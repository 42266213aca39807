import { computed } from 'vue'
import { useYard } from '../state/index.ts'
import type { SeasonQuestion } from '@jardinero/core/season'
import { usePlanContext } from './usePlanContext.ts'

/** What every question about the open yard's season rests on; nothing where no weed of the half can be stopped. */
export function useSeasonQuestion() {
  const { places } = useYard()
  const { context, half, targets, stoppable } = usePlanContext()
  return computed<SeasonQuestion | undefined>(() =>
    stoppable.value.length
      ? {
          context: context.value,
          half: half.value,
          weeds: stoppable.value.map((w) => w.code),
          targets: targets.value,
          places: places.value.map(({ id, name, zoneId }) => ({ id, name, zoneId })),
          judge: [],
        }
      : undefined,
  )
}
