import { useLocalStorage } from '@vueuse/core'
import { useRoute } from 'vue-router'
import type { LoadPlan, TreatMode, WaterQuality } from '@jardinero/core/bench'
import type { Quantity, Unit } from '@jardinero/core/quantity'
import { useSession } from '../kit/session.ts'

export interface GroundChoice {
  mode: TreatMode
  spotSqFt?: number
  edgeSqFt?: number
}
export interface TankChoices {
  zoneIds?: string[]
  ground: Record<string, GroundChoice>
  labelIds?: string[]
  /** By label: a rate, or what goes into the water. */
  doses: Record<string, Quantity<Unit>>
  /** By label. */
  tools: Record<string, string>
  calibrationId?: string
  loadPlan: LoadPlan
  waterFirst?: number
  water?: WaterQuality
  /** Of a spreader. */
  directions?: 1 | 2
}

/** What is chosen at the bench: it outlives a reload; another station may send products and zones along in the address. */
export function useTankChoices() {
  const session = useSession()
  const { query } = useRoute()
  const choices = useLocalStorage<TankChoices>(
    `bench.tank.${session.person?.id}`,
    { ground: {}, doses: {}, tools: {}, loadPlan: 'fullThenRemainder' },
    { mergeDefaults: true },
  )
  const sent = (name: 'label' | 'zone') =>
    String(query[name] ?? '')
      .split(',')
      .filter(Boolean)
  if (sent('label').length) choices.value.labelIds = sent('label')
  if (sent('zone').length) choices.value.zoneIds = sent('zone')
  return choices
}
