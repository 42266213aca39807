import type { LocationQuery, LocationQueryRaw } from 'vue-router'
import type { Job } from '@jardinero/core/job'
import type { Quantity, RatePerAreaUnit, LabelId, ZoneId } from '@jardinero/core/quantity'

/** A tank that another station asks the bench to mix: its products, their rates where it knows them, its lawns. */
export interface TankToMix {
  labelIds: LabelId[]
  zoneIds: ZoneId[]
  /** By label. */
  doses?: Record<string, Quantity<RatePerAreaUnit>>
}

const many = (text: unknown): string[] =>
  String(text ?? '')
    .split(',')
    .filter(Boolean)

/** A tank as the bench's address holds it, whole. */
export const handOver = ({ labelIds, zoneIds, doses = {} }: TankToMix): LocationQueryRaw => ({
  label: labelIds.join(','),
  zone: zoneIds.join(','),
  ...(Object.keys(doses).length && {
    rate: labelIds.map((id) => (doses[id] ? `${doses[id].value} ${doses[id].unit}` : '-')).join(','),
  }),
})

/** The tank of an address; nothing where it names none. */
export function handedOver(
  query: LocationQuery,
): (TankToMix & { doses: Record<string, Quantity<RatePerAreaUnit>> }) | undefined {
  const [labelIds, zoneIds, rates] = [many(query['label']), many(query['zone']), many(query['rate'])]
  if (!labelIds.length && !zoneIds.length) return undefined
  const doses = labelIds.flatMap((id, i): [string, Quantity<RatePerAreaUnit>][] => {
    const [value, unit] = (rates[i] ?? '').split(' ')
    return unit && Number(value) > 0 ? [[id, { value: Number(value), unit: unit as RatePerAreaUnit }]] : []
  })
  return { labelIds, zoneIds, doses: Object.fromEntries(doses) }
}

/** The tank of a job. */
export const tankOfJob = ({ products, zoneId }: Pick<Job, 'products' | 'zoneId'>): LocationQueryRaw =>
  handOver({
    labelIds: products.map((p) => p.labelId),
    zoneIds: [zoneId],
    doses: Object.fromEntries(products.map((p) => [p.labelId, p.rate])),
  })
