import { useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import type { Mix as KeptMix } from '@jardinero/contract/bench'
import {
  chooseTool,
  computeCalibration,
  computeMix,
  measuringTools,
  toolIds,
  type LoadPlan,
  type MixRequest,
  type ToolId,
} from '@jardinero/core/bench'
import {
  convert,
  unitParts,
  type MassUnit,
  type Quantity,
  type RatePerAreaUnit,
  type VolumeUnit,
} from '@jardinero/core/quantity'
import { computeYearUse, kindOf, measureOfFormulation } from '@jardinero/core/shelf'
import { useAccount } from '../kit/account.ts'
import { newId, send } from '../kit/api.ts'
import { useSession } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'

interface Choices {
  zoneId?: string
  labelId?: string
  calibrationId?: string
  rate?: Quantity<RatePerAreaUnit>
  loadPlan: LoadPlan
  tool?: ToolId
}
/** Where the mixing is: which load, which step of filling it; kept so that a reload or a dead battery loses nothing. */
interface Progress {
  mix: KeptMix
  load: number
  step: number
}

/** The bench: what is chosen, what follows from it, and how far the mixing is. */
export function useBench() {
  const account = useAccount()
  const session = useSession()
  const { zones, areas, day, today, passesOn } = useYard()
  const choices = useLocalStorage<Choices>(`bench.choices.${session.person?.id}`, {
    loadPlan: 'fullThenRemainder',
  })
  const progress = useLocalStorage<Progress | null>(`bench.progress.${session.person?.id}`, null, {
    serializer: { read: (v) => JSON.parse(v) as Progress, write: JSON.stringify },
  })
  const mixId = ref(newId())
  /** What another station sent along. */
  const { label: sentLabel, zone: sentZone } = useRoute().query
  if (typeof sentLabel === 'string') choices.value.labelId = sentLabel
  if (typeof sentZone === 'string') choices.value.zoneId = sentZone

  const measured = computed(() => zones.value.filter((z) => areas.value.get(z.id)))
  const zone = computed(() => measured.value.find((z) => z.id === choices.value.zoneId) ?? measured.value[0])
  const calibrations = computed(() => account.state.calibrations.toSorted((a, b) => (a.day < b.day ? 1 : -1)))
  const calibration = computed(
    () => calibrations.value.find((c) => c.id === choices.value.calibrationId) ?? calibrations.value[0],
  )
  const sprayer = computed(
    () =>
      account.state.sprayers.find((s) => s.id === calibration.value?.sprayerId) ?? account.state.sprayers[0],
  )
  const labels = computed(() => account.state.labels.filter((l) => kindOf(l.rules) === 'herbicide'))
  const label = computed(
    () =>
      labels.value.find((l) => l.id === choices.value.labelId) ??
      labels.value.find((l) => l.rules.uses.some((u) => u.turf.includes(zone.value?.turf ?? ''))) ??
      labels.value[0],
  )
  const use = computed(() => {
    const uses = label.value?.rules.uses ?? []
    const forTurf = uses.filter((u) => u.turf.includes(zone.value?.turf ?? ''))
    return forTurf.find((u) => !u.states || u.states.includes(zone.value!.state)) ?? forTurf[0] ?? uses[0]
  })

  /** Half-way between the label's least and most, rounded down: a start to change from. */
  const rate = computed<Quantity<RatePerAreaUnit> | undefined>(() => {
    if (!use.value) return undefined
    const { min, max, unit } = use.value.rate
    const asked = choices.value.rate
    if (asked && asked.unit === unit) return asked
    return { value: Math.max(min, Math.floor(((min + max) / 2) * 100) / 100), unit }
  })
  const tools = computed(() =>
    toolIds.filter(
      (t) => label.value && measuringTools[t].measure === measureOfFormulation(label.value.rules.formulation),
    ),
  )
  const calibrated = computed(() => {
    const computed = calibration.value && computeCalibration(calibration.value.runs)
    return computed?.ok ? computed.value : undefined
  })
  /** The tool with the least error for a full load, unless one is chosen. */
  const tool = computed<ToolId>(() => {
    const chosen = choices.value.tool
    if (chosen && tools.value.includes(chosen)) return chosen
    if (!rate.value || !use.value || !zone.value) return tools.value[0] ?? 'scaleHundredthOz'
    const unit = unitParts(rate.value.unit)[0] as MassUnit | VolumeUnit
    const perSqFt =
      convert(1, rate.value.unit, `${unit}/ft2` as RatePerAreaUnit) *
      areas.value.get(zone.value.id)!.area.value
    const amounts = {
      planned: rate.value.value * perSqFt,
      min: use.value.rate.min * perSqFt,
      max: use.value.rate.max * perSqFt,
      unit,
    }
    // A tool that shows the reader's own units comes first.
    const metric = new Set<string>(['g', 'mL'])
    const familiar = tools.value.filter(
      (t) => metric.has(measuringTools[t].unit) === (session.preferences.units === 'metric'),
    )
    return chooseTool(amounts, familiar) ?? chooseTool(amounts, tools.value) ?? tools.value[0]!
  })

  const request = computed<MixRequest | undefined>(() => {
    if (!zone.value || !label.value || !rate.value || !calibrated.value || !sprayer.value) return undefined
    const { area, uncertainty } = areas.value.get(zone.value.id)!
    return {
      rules: label.value.rules,
      turf: zone.value.turf,
      state: zone.value.state,
      rate: rate.value,
      carrierVolume: { value: calibrated.value.carrierVolume.value, unit: 'gal/1000ft2' },
      day: day.value < today.value ? day.value : today.value,
      passes: passesOn(zone.value.id),
      areaSqFt: area.value,
      areaUncertaintySqFt: uncertainty.value,
      capacityGal: sprayer.value.capacityGal,
      loadPlan: choices.value.loadPlan,
      tool: tool.value,
    }
  })
  const outcome = computed(() => request.value && computeMix(request.value))
  /** What is down this year on the zone, also where the mix is refused. */
  const yearUse = computed(() => {
    const r = request.value
    return r && use.value && computeYearUse(r.rules, use.value, r.passes, r.day)
  })
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

  /** Keeps the mix on the server, which works it out again, and starts the filling. */
  async function start(): Promise<void> {
    const order = {
      id: mixId.value,
      zoneId: zone.value!.id,
      labelId: label.value!.id,
      calibrationId: calibration.value!.id,
      day: request.value!.day,
      rate: rate.value!,
      loadPlan: choices.value.loadPlan,
      tool: tool.value,
    }
    progress.value = { mix: await send<KeptMix>('POST', '/api/bench/mixes', order), load: 0, step: 0 }
    mixId.value = newId()
  }
  function advance(): void {
    const { mix, load, step } = progress.value!
    const last = step >= mix.result.loads[load]!.filling.length - 1
    progress.value = last ? { mix, load: load + 1, step: 0 } : { mix, load, step: step + 1 }
  }
  const stop = () => (progress.value = null)
  return {
    choices,
    zone,
    zones: measured,
    calibration,
    calibrations,
    calibrated,
    sprayer,
    label,
    labels,
    use,
    rate,
    tool,
    tools,
    request,
    outcome,
    yearUse,
    missing,
    progress,
    start,
    advance,
    stop,
  }
}
export type Bench = ReturnType<typeof useBench>
