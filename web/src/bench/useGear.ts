import { computed, type Ref } from 'vue'
import {
  calibrationDays,
  computeAnyCalibration,
  isMeasured,
  spreaderKinds,
  usualCarrierOf,
} from '@jardinero/core/bench'
import { addDays, type SprayerId } from '@jardinero/core/quantity'
import { newId } from '../kit/api.ts'
import { useAccount, useYard } from '../state/index.ts'
import type { TankChoices } from './useTankChoices.ts'

/** What it goes down with: the sprayer or spreader that what is asked for can go through, and its figure. */
export function useGear(choices: Ref<TankChoices>, askedSpread: Ref<boolean | undefined>) {
  const account = useAccount()
  const { today } = useYard()
  const calibrations = computed(() => account.state.calibrations.toSorted((a, b) => (a.day < b.day ? 1 : -1)))
  const fits = ({ sprayerId }: { sprayerId: SprayerId }) => {
    const found = account.state.sprayers.find((s) => s.id === sprayerId)
    return askedSpread.value === undefined || (found && spreaderKinds.has(found.kind) === askedSpread.value)
  }
  const calibration = computed(
    () =>
      calibrations.value.find((c) => c.id === choices.value.calibrationId && fits(c)) ??
      // What somebody measured comes before a usual figure; a can is taken on purpose, by its spot mix.
      calibrations.value.find((c) => fits(c) && isMeasured(c)) ??
      calibrations.value.find((c) => fits(c) && c.method === 'usual'),
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

  const sprayersOf = (c: { sprayerId: SprayerId }) => account.state.sprayers.find((s) => s.id === c.sprayerId)
  /** The day from which the calibration should be made again, once that is past. */
  const dueAgain = computed(() => {
    const due =
      calibration.value && isMeasured(calibration.value)
        ? addDays(calibration.value.day, calibrationDays)
        : undefined
    return due && due <= today.value ? due : undefined
  })
  /** The figure that its kind usually puts down; nothing where it is a spreader. */
  const usual = computed(() => sprayer.value && usualCarrierOf(sprayer.value.kind))
  /** Goes by it until somebody measures. */
  const takeUsual = () =>
    account.add(
      'calibrations',
      {
        sprayerId: sprayer.value!.id,
        day: today.value,
        runs: [],
        note: '',
        method: 'usual',
        inputs: { usualGalPer1000: usual.value! },
      },
      newId(),
    )
  return {
    usual,
    takeUsual,
    calibration,
    calibrations,
    calibrated,
    anyCalibrated,
    spreads,
    sprayer,
    sprayersOf,
    dueAgain,
  }
}
