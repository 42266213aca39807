import type { LabelId, ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import type { PlannedPass } from '@jardinero/core/today'
import { useYard } from '../state/index.ts'
import { usePlanStore } from './planStore.ts'
import { usePlanContext } from './usePlanContext.ts'

/** The next pass of the plan in force, as the weather has it now and as it was when the plan was taken. */
export function useNextPass() {
  const store = usePlanStore()
  const { yard, zones, records, day } = useYard()
  const { context, half, plan } = usePlanContext()
  const now = computed(() =>
    store.judged?.yardId === yard.value?.id && store.judged?.half === half.value
      ? store.judged?.plan
      : undefined,
  )
  /** Pre-emergent passes written down since the plan was taken: so many of its own are done. */
  const done = computed(() => {
    const since = plan.value?.takenAt.slice(0, 10) ?? ''
    const days = records.value
      .filter((r) => r.day >= since && r.day <= day.value)
      .filter((r) => r.rules.uses.some((u) => u.purpose === 'preEmergent'))
      .map((r) => r.day)
    return new Set(days).size
  })
  const plannedPass = computed<(PlannedPass & { labelId: LabelId; zoneIds: ZoneId[] }) | undefined>(() => {
    const taken = plan.value
    const pass = taken?.programme.passes[done.value]
    if (!taken || !pass) return undefined
    const was = taken.days.find((d) => d.id === pass.id)?.day
    const meant =
      pass.when.kind === 'day' ? pass.when.day : now.value?.passes.find((p) => p.id === pass.id)?.day
    const on = meant ?? was
    const escaped = now.value?.judgement.escaped?.value
    return {
      labelId: pass.labelId,
      zoneIds: pass.zones,
      label: context.value.labels.find((l) => l.id === pass.labelId)?.rules.name ?? '',
      zones: zones.value.filter((z) => pass.zones.includes(z.id)).map((z) => z.name),
      rate: pass.rate,
      byRule: pass.when.kind === 'rule',
      ...(on && { day: on }),
      ...(was && { was }),
      ...(escaped !== undefined && { escaped }),
      ...(taken.escaped !== null && { escapedThen: taken.escaped }),
    }
  })
  return { plannedPass }
}
