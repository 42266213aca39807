import { computed, type Ref } from 'vue'
import { besideOf, computePassLimits, passOfLabels } from '@jardinero/core/outing'
import { convert } from '@jardinero/core/quantity'
import type { LabelRules } from '@jardinero/core/shelf'
import { useCircumstances, useShelf } from '../../shelf/index.ts'
import { useAccount, useYard } from '../../state/index.ts'
import type { FieldOuting } from './fieldStore.ts'

/** The most wind for what is in the tank, mph: by its labels, its droplets, what stands beside the lawn, and one's own limit. */
export function useFieldWind(outing: Ref<FieldOuting | undefined>, labels: Ref<LabelRules[]>) {
  const account = useAccount()
  const shelf = useShelf()
  const { yard } = useYard()
  const { around } = useCircumstances()
  return computed(() => {
    const tank = outing.value?.tank
    const grounds = tank?.request.grounds ?? []
    const beside = besideOf(
      labels.value,
      { ...around(grounds), spare: grounds.flatMap((g) => g.spare ?? []) },
      (name) => shelf.activeOf(name),
    )
    const calibration = account.state.calibrations.find((c) => c.id === tank?.calibrationId)
    const droplet = account.state.sprayers.find((s) => s.id === calibration?.sprayerId)?.nozzle?.droplet
    const pass = passOfLabels(
      labels.value,
      grounds.map((g) => g.turf),
      { hours: 1, states: [], ...(beside && { beside }), ...(droplet && { droplet }) },
    )
    return convert(computePassLimits(pass, yard.value?.outingWishes?.limits).wind.value, 'm/s', 'mph')
  })
}
