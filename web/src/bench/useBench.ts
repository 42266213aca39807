import { computed } from 'vue'
import type { TankOrder } from '@jardinero/contract/bench'
import {
  computeTank,
  planSpread,
  type TankGround,
  type TankProductOrder,
  type TankRequest,
} from '@jardinero/core/bench'
import { computeYearUse } from '@jardinero/core/shelf'
import { useAccount, useYard } from '../state/index.ts'
import { useShelf } from '../shelf/index.ts'
import { useSession } from '../kit/session.ts'
import { useGear } from './useGear.ts'
import { doseAs, isGranule, useGoods } from './useGoods.ts'
import { useMixing } from './useMixing.ts'
import { useTankChoices } from './useTankChoices.ts'
import { useTools } from './useTools.ts'

/** The bench: what is chosen, what follows from it, and how far the mixing is. */
export function useBench() {
  const account = useAccount()
  const session = useSession()
  const shelf = useShelf()
  const { yard, zones, areas, day, today, passesOn } = useYard()
  const { tools, toolOf, own } = useTools()
  void shelf.load()
  const passDay = computed(() => (day.value < today.value ? day.value : today.value))
  const { choices, startWith, takeEquipment } = useTankChoices(
    computed(() => yard.value?.id ?? ''),
    passDay,
  )

  const measured = computed(() => zones.value.filter((z) => areas.value.get(z.id)))
  const chosenZones = computed(() => {
    const asked = measured.value.filter((z) => choices.value.zoneIds?.includes(z.id))
    return asked.length ? asked : measured.value.slice(0, 1)
  })
  const zone = computed(() => chosenZones.value[0])
  /** What the tank is asked to hold: granules go through a spreader, all else through a sprayer. */
  const asked = computed(() =>
    (choices.value.labelIds ?? []).flatMap((id) => account.state.labels.find((l) => l.id === id) ?? []),
  )
  const askedSpread = computed(() =>
    asked.value.length ? asked.value.some((l) => isGranule(l.rules)) : undefined,
  )
  const gear = useGear(choices, askedSpread)
  const { calibration, calibrated, anyCalibrated, spreads, sprayer } = gear
  const goods = useGoods({ choices, asked, zone, spreads })
  const { products, label, use, rate, doseOf } = goods

  const grounds = computed(() =>
    chosenZones.value.map((z): TankGround => {
      const { area, uncertainty } = areas.value.get(z.id)!
      const { mode = 'broadcast', spotSqFt, edgeSqFt } = choices.value.ground[z.id] ?? {}
      return {
        id: z.id,
        name: z.name,
        turf: z.turf,
        state: z.state,
        areaSqFt: area.value,
        areaUncertaintySqFt: uncertainty.value,
        mode,
        ...(spotSqFt !== undefined && { spotSqFt }),
        ...(edgeSqFt !== undefined && { edgeSqFt }),
        passes: passesOn(z.id),
      }
    }),
  )
  /** One's own tools, else of the usual ones those that show the reader's units; the core goes on to all where none of them has a mark. */
  const offered = computed(() => {
    if (own.value.length) return own.value
    const metric = new Set<string>(['g', 'kg', 'mL', 'L'])
    return tools.value.filter((t) => metric.has(t.unit) === (session.preferences.units === 'metric'))
  })
  const request = computed<TankRequest | undefined>(() => {
    if (!zone.value || !label.value || !calibrated.value || !sprayer.value || spreads.value) return undefined
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
      capacityGal: sprayer.value.capacityGal ?? NaN,
      loadPlan: choices.value.loadPlan,
      tools: offered.value,
      ...(choices.value.waterFirst !== undefined && { waterFirst: choices.value.waterFirst }),
      ...(choices.value.water && { water: choices.value.water }),
      actives: shelf.almanac.actives,
    }
  })
  const outcome = computed(() => request.value && computeTank(request.value))
  const spread = computed(() =>
    spreads.value && label.value && rate.value && sprayer.value && anyCalibrated.value?.kind === 'spreader'
      ? planSpread({
          day: passDay.value,
          grounds: grounds.value,
          rules: label.value.rules,
          rate: rate.value,
          hopperLb: sprayer.value.hopperLb ?? NaN,
          directions: choices.value.directions ?? 2,
          spreadRate: anyCalibrated.value.spreadRate.value,
        })
      : undefined,
  )
  /** What is down this year on the first zone, also where the mix is refused. */
  const yearUse = computed(() =>
    label.value && use.value && zone.value
      ? computeYearUse(label.value.rules, use.value, passesOn(zone.value.id), passDay.value)
      : undefined,
  )
  const missing = computed(() =>
    !zone.value
      ? 'area'
      : !sprayer.value
        ? 'sprayer'
        : !calibration.value
          ? 'calibration'
          : !label.value
            ? 'label'
            : undefined,
  )

  const order = (): TankOrder => ({
    zones: grounds.value.map((g) => ({
      zoneId: g.id,
      mode: g.mode,
      spotSqFt: g.spotSqFt ?? null,
      edgeSqFt: g.edgeSqFt ?? null,
    })),
    products: request.value!.products.map((p, i) => ({
      labelId: products.value[i]!.id,
      rate: p.rate ?? null,
      concentration: p.concentration ?? null,
      tool: p.tool?.id ?? null,
    })),
    calibrationId: calibration.value!.id,
    day: request.value!.day,
    loadPlan: choices.value.loadPlan,
    waterFirst: choices.value.waterFirst ?? null,
    water: choices.value.water ?? null,
  })
  return {
    choices,
    startWith,
    takeEquipment,
    ground: { zone, zones: measured, chosenZones, grounds },
    gear,
    goods,
    request,
    outcome,
    spread,
    yearUse,
    missing,
    mixing: useMixing(order),
  }
}
export type Bench = ReturnType<typeof useBench>
