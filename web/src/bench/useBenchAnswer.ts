import { computed } from 'vue'
import { useSession, useWords } from '../kit/session.ts'
import { standing } from '../kit/working.ts'
import type { Bench } from './useBench.ts'
import { useTools } from './useTools.ts'

export type BenchStage = 'missing' | 'waiting' | 'refused' | 'planned' | 'spread' | 'mixing' | 'mixed'

/** So many lawns are called by their names; more are counted. */
const mostNamed = 3

/** Where the bench is, and its sentence. */
export function useBenchAnswer(bench: Bench) {
  const session = useSession()
  const { say, quantity } = useWords()
  const { amountSays } = useTools()
  const list = (names: string[]) => new Intl.ListFormat(session.preferences.locale).format(names)
  const kept = computed(() => bench.mixing.progress.value ?? undefined)
  const mix = computed(
    () => kept.value?.tank.result ?? (bench.outcome.value?.ok ? bench.outcome.value.value : undefined),
  )
  const spread = computed(() => (bench.spread.value?.ok ? bench.spread.value.value : undefined))
  const stage = computed<BenchStage>(() => {
    if (kept.value) return kept.value.load < kept.value.tank.result.loads.length ? 'mixing' : 'mixed'
    if (bench.missing.value) return 'missing'
    if (spread.value) return 'spread'
    if (bench.isWaiting.value) return 'waiting'
    return mix.value ? 'planned' : 'refused'
  })
  const load = computed(() => mix.value?.loads[Math.min(kept.value?.load ?? 0, mix.value.loads.length - 1)])
  const names = computed(() =>
    kept.value
      ? kept.value.tank.request.products.map((p) => p.rules.name)
      : bench.goods.products.value.map((l) => l.rules.name),
  )
  const zoneName = computed(() => {
    const grounds = kept.value?.tank.request.grounds ?? bench.ground.grounds.value
    return grounds.length > mostNamed
      ? say('bench.lawns', { count: grounds.length })
      : list(grounds.map((g) => g.name))
  })
  /** The step that is due, and the product it is about. */
  const step = computed(() => load.value?.filling[kept.value?.step ?? 0])
  const dose = computed(() => {
    const due = step.value
    const product =
      due?.code === 'product'
        ? due.product
        : (load.value?.filling.find((s) => s.code === 'product')?.product ?? 0)
    return load.value?.doses[product]
  })

  const answer = computed(() => {
    if (stage.value === 'missing') return { code: `bench.answer.missing.${bench.missing.value}`, params: {} }
    if (stage.value === 'waiting')
      return { code: 'bench.answer.waiting', params: { label: list(names.value) } }
    if (stage.value === 'refused')
      return { code: 'bench.answer.refused', params: { label: list(names.value), zone: zoneName.value } }
    if (stage.value === 'spread')
      return {
        code: 'bench.answer.spread',
        params: {
          zone: zoneName.value,
          label: names.value[0] ?? '',
          total: spread.value!.total,
          half: spread.value!.perDirection,
          fillings: spread.value!.fillings.length,
          directions: bench.choices.value.directions ?? 2,
        },
      }
    const { amount } = dose.value!.measured
    const inHand = dose.value!.measured.stock
    const params: Record<string, unknown> = {
      zone: zoneName.value,
      label: names.value[dose.value!.product] ?? '',
      labels: list(names.value),
      products: names.value.length,
      loads: mix.value!.loads.length,
      load: (kept.value?.load ?? 0) + 1,
      amount: standing(
        inHand ? amountSays(dose.value!.measured) : quantity(amount.value, amount.unit, true),
        amount,
      ),
      water: load.value!.water,
      totalWater: mix.value!.water,
      level: { value: step.value?.levelGal ?? 0, unit: 'gal' },
    }
    if (stage.value === 'mixing') return { code: `bench.answer.mixing.${step.value!.code}`, params }
    if (stage.value === 'planned' && names.value.length > 1)
      return { code: 'bench.answer.plannedMany', params }
    return { code: `bench.answer.${stage.value}`, params }
  })
  return { kept, mix, spread, stage, load, dose, names, zoneName, answer }
}
export type BenchAnswer = ReturnType<typeof useBenchAnswer>
