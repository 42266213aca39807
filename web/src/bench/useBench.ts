import { computed } from 'vue'
import type { TankOrder } from '@jardinero/contract/bench'
import { computeTank, planSpread } from '@jardinero/core/bench'
import { computeYearUse } from '@jardinero/core/shelf'
import { useAccount, useYard } from '../state/index.ts'
import { useCircumstances, useShelf } from '../shelf/index.ts'
import { useGear } from './useGear.ts'
import { isGranule, useGoods } from './useGoods.ts'
import { useMixing } from './useMixing.ts'
import { useTankChoices } from './useTankChoices.ts'
import { useTankGrounds, useTankRequest } from './useTankRequest.ts'

/** The bench: what is chosen, what follows from it, and how far the mixing is. */
export function useBench() {
  const account = useAccount()
  const shelf = useShelf()
  const { yard, zones, areas, day, today, passesOn } = useYard()
  void shelf.load()
  const passDay = computed(() => (day.value < today.value ? day.value : today.value))
  const { choices, startWith, leaveCan, takeEquipment } = useTankChoices(
    computed(() => yard.value?.id ?? ''),
    passDay,
  )

  /** Lawns that are measured, and those of which so many spots are treated: they are so much ground themselves. */
  const measured = computed(() =>
    zones.value.filter((z) => areas.value.get(z.id) ?? choices.value.ground[z.id]?.spotSqFt),
  )
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
  const { calibration, anyCalibrated, spreads, sprayer } = gear
  const goods = useGoods({ choices, asked, zone, spreads })
  const { products, label, use, rate } = goods

  const { isReady } = useCircumstances()
  const grounds = useTankGrounds(choices, chosenZones, passDay)
  const everyGround = useTankGrounds(choices, measured, passDay)
  const request = useTankRequest({ choices, passDay, grounds, gear, goods })
  const outcome = computed(() => request.value && computeTank(request.value))
  const spread = computed(() =>
    isReady.value &&
    spreads.value &&
    label.value &&
    rate.value &&
    sprayer.value &&
    anyCalibrated.value?.kind === 'spreader'
      ? planSpread({
          day: passDay.value,
          grounds: grounds.value,
          rules: label.value.rules,
          rate: rate.value,
          hopperLb: sprayer.value.hopperLb ?? NaN,
          directions: choices.value.directions ?? 2,
          spreadRate: anyCalibrated.value.spreadRate.value,
          actives: shelf.almanac.actives,
          ...(choices.value.override && { override: choices.value.override }),
        })
      : undefined,
  )
  /** What is down this year on the first zone, also where the mix is refused. */
  const yearUse = computed(() =>
    label.value && use.value && zone.value
      ? computeYearUse(label.value.rules, use.value, passesOn(zone.value.id), passDay.value)
      : undefined,
  )
  /** What it is judged by is not here yet: nothing is said that it would change. */
  const isWaiting = computed(() => !isReady.value)
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

  /** The lawns as the server is told of them: what they measure it looks up. */
  const treated = (): TankOrder['zones'] =>
    grounds.value.map(({ id, mode, spotSqFt = null }) => {
      const { edgeSqFt = null, stripIds = [] } = mode === 'spot' ? {} : (choices.value.ground[id] ?? {})
      return { zoneId: id, mode, spotSqFt, edgeSqFt, ...(stripIds.length && { stripIds }) }
    })
  const order = (): TankOrder => ({
    zones: treated(),
    products: request.value!.products.map((p, i) => ({
      labelId: products.value[i]!.id,
      rate: p.rate ?? null,
      concentration: p.concentration ?? null,
      tool: p.tool?.id ?? null,
    })),
    calibrationId: calibration.value!.id,
    day: request.value!.day,
    loadPlan: choices.value.loadPlan,
    ...(choices.value.fillGal && { fillGal: choices.value.fillGal }),
    ...(choices.value.spareGal && { spareGal: choices.value.spareGal }),
    waterFirst: choices.value.waterFirst ?? null,
    water: choices.value.water ?? null,
    outlook: grounds.value[0]?.around?.outlook ?? [],
    ...(choices.value.override && { override: choices.value.override }),
  })
  return {
    choices,
    startWith,
    leaveCan,
    takeEquipment,
    ground: { zone, zones: measured, chosenZones, grounds, everyGround, treated },
    gear,
    goods,
    request,
    outcome,
    spread,
    yearUse,
    missing,
    isWaiting,
    mixing: useMixing(order),
  }
}
export type Bench = ReturnType<typeof useBench>
