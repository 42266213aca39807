import { useLocalStorage } from '@vueuse/core'
import { watch, type Ref } from 'vue'
import { useRoute } from 'vue-router'
import type { LoadPlan, TreatMode, WaterQuality } from '@jardinero/core/bench'
import type { Day, Quantity, Unit, CalibrationId, LabelId, PlaceId, ZoneId } from '@jardinero/core/quantity'
import { useSession } from '../kit/session.ts'
import { handedOver } from '../state/index.ts'

export interface GroundChoice {
  mode: TreatMode
  spotSqFt?: number
  edgeSqFt?: number
  stripIds?: PlaceId[]
}
/** The tank that is being put together. It begins empty, and another one begins where its yard, its day or what leads it changes. */
export interface TankChoices {
  /** The yard and the day it is for, and the address it came by. */
  of?: string
  from?: string
  zoneIds?: ZoneId[]
  ground: Record<string, GroundChoice>
  labelIds?: LabelId[]
  /** By label: a rate, or what goes into the water. */
  doses: Record<string, Quantity<Unit>>
  /** By label. */
  tools: Record<string, string>
  calibrationId?: CalibrationId
  loadPlan: LoadPlan
  /** What a load is filled to, where that is less than the sprayer holds. */
  fillGal?: number
  /** Mixed beside what the lawns take. */
  spareGal?: number
  waterFirst?: number
  water?: WaterQuality
  /** Of a spreader. */
  directions?: 1 | 2
  /** The owner's reason to go on against advice. */
  override?: string
}

/** How one fills and measures stays from tank to tank; what is in it and where it goes does not. */
const emptied = ({
  tools,
  calibrationId,
  loadPlan,
  waterFirst,
  water,
  of,
  from,
}: TankChoices): TankChoices => ({
  ground: {},
  doses: {},
  tools,
  loadPlan,
  ...(of !== undefined && { of }),
  ...(from !== undefined && { from }),
  ...(calibrationId !== undefined && { calibrationId }),
  ...(waterFirst !== undefined && { waterFirst }),
  ...(water && { water }),
})

/** What is chosen at the bench: it outlives a reload. Another station hands a tank over whole, in the address, once. */
export function useTankChoices(yardId: Ref<string>, day: Ref<Day>) {
  const session = useSession()
  const route = useRoute()
  const choices = useLocalStorage<TankChoices>(
    `bench.tank.${session.person?.id}`,
    { ground: {}, doses: {}, tools: {}, loadPlan: 'fullThenRemainder' },
    { mergeDefaults: true },
  )
  /** An empty tank with other products in it. */
  const startWith = (labelIds: LabelId[], more: Partial<TankChoices> = {}): void => {
    const { zoneIds, ground } = choices.value
    choices.value = { ...emptied(choices.value), ...(zoneIds && { zoneIds }), ground, labelIds, ...more }
  }
  /** The same, where cans were mixed: neither the can nor its spots are of another product. */
  const leaveCan = (labelIds: LabelId[]): void => {
    const { calibrationId: _, ...empty } = emptied(choices.value)
    choices.value = { ...empty, labelIds }
  }
  /** Other equipment; what does not go through it is not in the tank any more. */
  const takeEquipment = (calibrationId: CalibrationId): void => {
    const { zoneIds } = choices.value
    choices.value = { ...emptied(choices.value), ...(zoneIds && { zoneIds }), calibrationId }
  }
  watch(
    [yardId, day],
    () => {
      const of = `${yardId.value} ${day.value}`
      if (choices.value.of === of) return
      // The first time it is told whose it is, it stays.
      choices.value =
        choices.value.of === undefined ? { ...choices.value, of } : { ...emptied(choices.value), of }
    },
    { immediate: true },
  )
  const sent = handedOver(route.query)
  // The same tank for another yard is another one.
  const from = JSON.stringify([yardId.value, sent])
  if (sent && choices.value.from !== from) {
    const { calibrationId: _, ...empty } = emptied(choices.value)
    const { labelIds, zoneIds, doses } = sent
    choices.value = {
      ...empty,
      from,
      doses,
      ...(labelIds.length && { labelIds }),
      ...(zoneIds.length && { zoneIds }),
    }
  }
  return { choices, startWith, leaveCan, takeEquipment }
}
