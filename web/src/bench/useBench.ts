import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { Tank } from '@jardinero/contract/bench'
import {
  calibrationDays,
  computeAnyCalibration,
  computeTank,
  planSpread,
  spreaderKinds,
  usualNitrogen,
  type TankGround,
  type TankProductOrder,
  type TankRequest,
} from '@jardinero/core/bench'
import { addDays, type Quantity, type RatePerAreaUnit, type Unit } from '@jardinero/core/quantity'
import { computeYearUse, findUse, kindOf, namesTurf, type LabelRules } from '@jardinero/core/shelf'
import type { Label } from '@jardinero/contract/shelf'
import { useAccount, useYard } from '../state/index.ts'
import { useShelf } from '../shelf/index.ts'
import { get, newId, send } from '../kit/api.ts'
import { useSession } from '../kit/session.ts'
import { useTankChoices } from './useTankChoices.ts'
import { useTools } from './useTools.ts'

/** Where the mixing is: which load, which step of filling it; kept so that a reload or a dead battery loses nothing. */
interface Progress {
  tank: Tank
  load: number
  step: number
}

/** The bench: what is chosen, what follows from it, and how far the mixing is. */
export function useBench() {
  const account = useAccount()
  const session = useSession()
  const shelf = useShelf()
  const { yard, zones, areas, day, today, passesOn } = useYard()
  const { tools, toolOf, own } = useTools()
  const progress = useLocalStorage<Progress | null>(`bench.tankProgress.${session.person?.id}`, null, {
    serializer: { read: (v) => JSON.parse(v) as Progress, write: JSON.stringify },
  })
  const tankId = ref(newId())
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
  const calibrations = computed(() => account.state.calibrations.toSorted((a, b) => (a.day < b.day ? 1 : -1)))
  const isFertiliser = (rules: LabelRules) => kindOf(rules) === 'fertiliser'
  const isGranule = (rules: LabelRules) =>
    rules.formulation === 'GR' &&
    (kindOf(rules) === 'herbicide' || (isFertiliser(rules) && Boolean(rules.analysis?.n)))
  /** What the tank is asked to hold: granules go through a spreader, all else through a sprayer. */
  const asked = computed(() =>
    (choices.value.labelIds ?? []).flatMap((id) => account.state.labels.find((l) => l.id === id) ?? []),
  )
  const askedSpread = computed(() =>
    asked.value.length ? asked.value.some((l) => isGranule(l.rules)) : undefined,
  )
  const fits = ({ sprayerId }: { sprayerId: string }) => {
    const found = account.state.sprayers.find((s) => s.id === sprayerId)
    return askedSpread.value === undefined || (found && spreaderKinds.has(found.kind) === askedSpread.value)
  }
  const calibration = computed(
    () =>
      calibrations.value.find((c) => c.id === choices.value.calibrationId && fits(c)) ??
      calibrations.value.find(fits),
  )
  const sprayer = computed(() => {
    const own = account.state.sprayers.find((s) => s.id === calibration.value?.sprayerId)
    return own ?? account.state.sprayers.find(({ id }) => fits({ sprayerId: id }))
  })
  const anyCalibrated = computed(() => {
    const found = calibration.value && computeAnyCalibration(calibration.value)
    return found?.ok ? found.value : undefined
  })
  const calibrated = computed(() =>
    anyCalibrated.value?.kind === 'sprayer' ? anyCalibrated.value : undefined,
  )
  const spreads = computed(() => askedSpread.value ?? anyCalibrated.value?.kind === 'spreader')

  const inTank = (l: Label) =>
    spreads.value ? isGranule(l.rules) : !isGranule(l.rules) && !isFertiliser(l.rules)
  const labels = computed(() => account.state.labels.filter(inTank))
  /** What a pass is made for: a herbicide, or in a spreader a fertiliser; what else is in a tank goes with it. */
  const leads = (l: Label) => kindOf(l.rules) === 'herbicide' || isFertiliser(l.rules)
  const leading = computed(() => labels.value.filter(leads))
  const forTurf = (l: Label) => namesTurf(l.rules, zone.value?.turf ?? '')
  const products = computed(() => {
    const held = asked.value.filter((l) => labels.value.includes(l))
    if (held.some(leads)) return held
    const first = leading.value.find(forTurf) ?? leading.value[0]
    return first ? [first] : []
  })
  const label = computed(() => products.value.find(leads))

  function useOf({ id, rules }: Label) {
    const { turf = '', state } = zone.value ?? {}
    const rate = choices.value.doses[id] as Quantity<RatePerAreaUnit> | undefined
    return findUse(rules, { turf, state, rate }) ?? findUse(rules, { turf, rate }) ?? rules.uses[0]
  }
  const use = computed(() => label.value && useOf(label.value))
  /** Half-way between the label's least and most, rounded down: a start to change from. An additive starts at its least, a fertiliser at a usual feeding. */
  function doseOf(label: Label): Quantity<Unit> | undefined {
    const { id, rules } = label
    const asked = choices.value.doses[id]
    if (isFertiliser(rules))
      return asked?.unit === 'lb/1000ft2'
        ? asked
        : { value: usualNitrogen / (rules.analysis!.n / 100), unit: 'lb/1000ft2' }
    const range = rules.additive?.rate ?? useOf(label)?.rate
    if (!range) return undefined
    if (asked && asked.unit === range.unit) return asked
    if (rules.additive) return { value: range.min, unit: range.unit }
    const middle = Math.floor(((range.min + range.max) / 2) * 100) / 100
    return { value: Math.min(range.max, Math.max(range.min, middle)), unit: range.unit }
  }
  /** A dose where the tank looks for it: of an additive it is a share of the water, of a product a rate over ground. */
  const doseAs = (
    { rules }: Label,
    dose: Quantity<Unit>,
  ): Pick<TankProductOrder, 'rate' | 'concentration'> =>
    rules.additive
      ? { concentration: dose as NonNullable<TankProductOrder['concentration']> }
      : { rate: dose as NonNullable<TankProductOrder['rate']> }
  const rate = computed(() => label.value && (doseOf(label.value) as Quantity<RatePerAreaUnit> | undefined))

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

  /** Keeps the tank on the server, which works it out again, and starts the filling. */
  async function start(): Promise<void> {
    const order = {
      id: tankId.value,
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
    }
    progress.value = { tank: await send<Tank>('POST', '/api/bench/tanks', order), load: 0, step: 0 }
    tankId.value = newId()
    void shelf.loadTaken()
  }
  function advance(): void {
    const { tank, load, step } = progress.value!
    const last = step >= tank.result.loads[load]!.filling.length - 1
    progress.value = last ? { tank, load: load + 1, step: 0 } : { tank, load, step: step + 1 }
  }
  const stop = () => (progress.value = null)
  const sprayersOf = (c: { sprayerId: string }) => account.state.sprayers.find((s) => s.id === c.sprayerId)
  /** The day from which the calibration should be made again, once that is past. */
  const dueAgain = computed(() => {
    const due = calibration.value && addDays(calibration.value.day, calibrationDays)
    return due && due <= today.value ? due : undefined
  })
  /** A tank that somebody of this account has made, by its address. */
  const shared = String(useRoute().query['tank'] ?? '')
  if (shared && progress.value?.tank.id !== shared)
    void get<Tank>(`/api/bench/tanks/${shared}`).then((tank) => (progress.value = { tank, load: 0, step: 0 }))
  return {
    choices,
    startWith,
    takeEquipment,
    zone,
    zones: measured,
    chosenZones,
    grounds,
    calibration,
    calibrations,
    calibrated,
    anyCalibrated,
    spreads,
    spread,
    sprayer,
    label,
    labels,
    leading,
    products,
    useOf,
    doseOf,
    use,
    rate,
    request,
    outcome,
    yearUse,
    missing,
    progress,
    start,
    advance,
    stop,
    sprayersOf,
    dueAgain,
  }
}
export type Bench = ReturnType<typeof useBench>
