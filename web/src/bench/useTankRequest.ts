import { computed, type Ref } from 'vue'
import type { Zone } from '@jardinero/contract/yard'
import type { TankGround, TankProductOrder, TankRequest } from '@jardinero/core/bench'
import { edgesOf } from '@jardinero/core/yard'
import type { Day } from '@jardinero/core/quantity'
import { useYard } from '../state/index.ts'
import { useSession } from '../kit/session.ts'
import { useCircumstances, useShelf } from '../shelf/index.ts'
import type { useGear } from './useGear.ts'
import { doseAs, type useGoods } from './useGoods.ts'
import type { useTankChoices } from './useTankChoices.ts'
import { useTools } from './useTools.ts'

type Choices = ReturnType<typeof useTankChoices>['choices']

/** The lawns a tank is for, each as it is treated. */
export function useTankGrounds(choices: Choices, chosenZones: Ref<Zone[]>, passDay: Ref<Day>) {
  const { areas, strips, passesOn } = useYard()
  const { outlookFrom, around, factsOf } = useCircumstances()
  return computed(() =>
    chosenZones.value.map((z): TankGround => {
      const { mode = 'broadcast', spotSqFt, edgeSqFt, stripIds = [] } = choices.value.ground[z.id] ?? {}
      const again = (strips.value.get(z.id) ?? []).filter((s) => stripIds.includes(s.id))
      const measured = areas.value.get(z.id)
      return {
        id: z.id,
        name: z.name,
        turf: z.turf,
        state: z.state,
        areaSqFt: measured?.area.value ?? spotSqFt ?? 0,
        areaUncertaintySqFt: measured?.uncertainty.value ?? 0,
        mode,
        ...(spotSqFt !== undefined && { spotSqFt }),
        ...(mode !== 'spot' && edgesOf(edgeSqFt, again)),
        passes: passesOn(z.id),
        ...factsOf(z, passDay.value),
        around: { ...around(chosenZones.value), outlook: outlookFrom(passDay.value) },
      }
    }),
  )
}

interface Chosen {
  choices: Choices
  passDay: Ref<Day>
  grounds: Ref<TankGround[]>
  gear: ReturnType<typeof useGear>
  goods: ReturnType<typeof useGoods>
}
/** What the tank is asked for; nothing while something is missing, or where granules are spread. */
export function useTankRequest({ choices, passDay, grounds, gear, goods }: Chosen) {
  const session = useSession()
  const shelf = useShelf()
  const { tools, toolOf, own } = useTools()
  const { isReady } = useCircumstances()
  const { calibration, calibrated, sprayer, spreads } = gear
  const { label, products, doseOf } = goods
  /** One's own tools, else of the usual ones those that show the reader's units; the core goes on to all where none of them has a mark. */
  const offered = computed(() => {
    if (own.value.length) return own.value
    const metric = new Set<string>(['g', 'kg', 'mL', 'L'])
    return tools.value.filter((t) => metric.has(t.unit) === (session.preferences.units === 'metric'))
  })
  return computed<TankRequest | undefined>(() => {
    if (!grounds.value.length || !label.value || !calibrated.value || !sprayer.value || spreads.value)
      return undefined
    if (!isReady.value) return undefined
    return {
      day: passDay.value,
      grounds: grounds.value,
      products: products.value.map((l): TankProductOrder => {
        const dose = doseOf(l)
        const tool = toolOf(choices.value.tools[l.id] ?? '')
        return {
          rules: l.rules,
          ...(dose && doseAs(l, dose)),
          ...(tool && { tool }),
        }
      }),
      carrierVolume: { value: calibrated.value.carrierVolume.value, unit: 'gal/1000ft2' },
      ...(calibration.value!.method === 'usual' && { carrierIsUsual: true }),
      capacityGal: Math.min(choices.value.fillGal ?? Infinity, sprayer.value.capacityGal ?? NaN),
      loadPlan: choices.value.loadPlan,
      tools: offered.value,
      ...(choices.value.spareGal !== undefined && { spareGal: choices.value.spareGal }),
      ...(choices.value.waterFirst !== undefined && { waterFirst: choices.value.waterFirst }),
      ...(choices.value.water && { water: choices.value.water }),
      actives: shelf.almanac.actives,
      ...(choices.value.override && { override: choices.value.override }),
    }
  })
}
