import { computed } from 'vue'
import { standing } from '../kit/working.ts'
import { useWords } from '../kit/session.ts'
import type { Bench } from './useBench.ts'

export type BenchStage = 'missing' | 'refused' | 'planned' | 'mixing' | 'mixed'

/** Where the bench is, and its sentence. */
export function useBenchAnswer(bench: Bench) {
  const { quantity } = useWords()
  const kept = computed(() => bench.progress.value ?? undefined)
  const mix = computed(
    () => kept.value?.mix.result ?? (bench.outcome.value?.ok ? bench.outcome.value.value : undefined),
  )
  const stage = computed<BenchStage>(() => {
    if (kept.value) return kept.value.load < kept.value.mix.result.loads.length ? 'mixing' : 'mixed'
    if (bench.missing.value) return 'missing'
    return mix.value ? 'planned' : 'refused'
  })
  const load = computed(() => mix.value?.loads[Math.min(kept.value?.load ?? 0, mix.value.loads.length - 1)])
  const zoneName = computed(
    () =>
      bench.zones.value.find((z) => z.id === kept.value?.mix.zoneId)?.name ?? bench.zone.value?.name ?? '',
  )

  const answer = computed(() => {
    if (stage.value === 'missing') return { code: `bench.answer.missing.${bench.missing.value}`, params: {} }
    if (stage.value === 'refused')
      return {
        code: 'bench.answer.refused',
        params: { label: bench.label.value?.rules.name ?? '', zone: zoneName.value },
      }
    const { amount } = load.value!.measured
    const params: Record<string, unknown> = {
      zone: zoneName.value,
      label: (kept.value?.mix.rules ?? bench.label.value!.rules).name,
      loads: mix.value!.loads.length,
      load: (kept.value?.load ?? 0) + 1,
      amount: standing(quantity(amount.value, amount.unit, true), amount),
      water: load.value!.water,
      totalWater: mix.value!.water,
      level: { value: load.value!.filling[kept.value?.step ?? 0]?.levelGal ?? 0, unit: 'gal' },
    }
    if (stage.value === 'mixing')
      return { code: `bench.answer.mixing.${load.value!.filling[kept.value!.step]!.code}`, params }
    return { code: `bench.answer.${stage.value}`, params }
  })
  return { kept, mix, stage, load, zoneName, answer }
}
