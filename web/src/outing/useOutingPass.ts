import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { computeAnyCalibration } from '@jardinero/core/bench'
import { besideOf, computePassTime, earliestAgain, passOfLabels } from '@jardinero/core/outing'
import type { LabelRules } from '@jardinero/core/shelf'
import { findUse, judgeApplication } from '@jardinero/core/shelf'
import { useCircumstances, useShelf } from '../shelf/index.ts'
import { useAccount, useYard } from '../state/index.ts'
import { useCandidates } from './useCandidates.ts'

/** Which pass hours are looked for, and what it asks of them. The address holds it. */
export function useOutingPass() {
  const account = useAccount()
  const route = useRoute()
  const router = useRouter()
  const { zones, passesOn, yard, today } = useYard()
  const shelf = useShelf()
  const { around, factsOf } = useCircumstances()

  const candidates = useCandidates()
  const chosen = computed(
    () => candidates.value.find((c) => c.id === route.query['pass']) ?? candidates.value[0],
  )
  const choose = (id: string) => router.replace({ query: { ...route.query, pass: id } })

  const calibration = computed(() => {
    // A can’s wetting tells no pace.
    const rows = account.state.calibrations.filter((c) => c.method !== 'wetted')
    const named = chosen.value?.tank && rows.find((c) => c.id === chosen.value!.tank!.calibrationId)
    return named ?? rows.toSorted((a, b) => (a.day < b.day ? 1 : -1))[0]
  })
  const sprayer = computed(() => account.state.sprayers.find((s) => s.id === calibration.value?.sprayerId))
  const pace = computed(() => {
    const found = calibration.value && computeAnyCalibration(calibration.value)
    return found?.ok && found.value.kind !== 'spreader' ? found.value.pace?.value : undefined
  })
  const time = computed(
    () =>
      chosen.value &&
      computePassTime({ areaSqFt: chosen.value.areaSqFt, pace: pace.value, loads: chosen.value.loads }),
  )
  const treated = computed(() => zones.value.filter((z) => chosen.value?.zoneIds.includes(z.id)))
  /** As it is mixed. */
  const rateOf = (rules: LabelRules) =>
    chosen.value?.tank?.request.products.find((p) => p.rules.name === rules.name)?.rate
  const pass = computed(() => {
    const candidate = chosen.value
    if (!candidate || !time.value) return undefined
    const turfs = treated.value.map((z) => z.turf)
    const soonest = candidate.labels
      .flatMap((rules) =>
        treated.value.flatMap((z) => {
          const use = findUse(rules, { ...z, rate: rateOf(rules) })
          const on = earliestAgain(rules, use, passesOn(z.id))
          return on ? [{ day: on, label: rules.name }] : []
        }),
      )
      .sort((a, b) => (a.day < b.day ? 1 : -1))[0]
    const beside = besideOf(
      candidate.labels,
      { ...around(treated.value), spare: treated.value.flatMap((z) => z.spared ?? []) },
      (name) => shelf.activeOf(name),
    )
    return passOfLabels(candidate.labels, turfs, {
      hours: Math.min(12, Math.max(1, time.value.value / 60)),
      ...(beside && { beside }),
      states: treated.value.map((z) => z.state),
      ...(sprayer.value?.nozzle?.droplet && { droplet: sprayer.value.nozzle.droplet }),
      ...(soonest && { notBefore: soonest }),
    })
  })
  /** What the one judgement has against it, whatever the hour: on the day it may go down at the earliest. */
  const against = computed(() => {
    const candidate = chosen.value
    if (!candidate || !shelf.loaded) return []
    const days = [today.value, candidate.day ?? '', pass.value?.notBefore?.day ?? '']
    const on = days.sort().at(-1)!
    const circumstances = { ...around(treated.value), actives: shelf.almanac.actives }
    const override = candidate.tank?.request.override
    return treated.value.flatMap((zone) =>
      candidate.labels.flatMap((rules) => {
        const ground = { ...zone, passes: passesOn(zone.id), ...factsOf(zone, on) }
        const application = { day: on, rules, rate: rateOf(rules) }
        return judgeApplication(application, ground, { ...circumstances, override }).refusals
      }),
    )
  })
  return { candidates, chosen, choose, pass, time, pace, sprayer, treated, yard, against }
}
