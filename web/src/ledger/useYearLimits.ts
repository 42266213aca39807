import { computed } from 'vue'
import { yearOf, type Figure } from '@jardinero/core/quantity'
import { labelKey } from '@jardinero/core/ledger'
import { computeYearShare, computeYearUse, findUse, type YearUse } from '@jardinero/core/shelf'
import { type OpenRecord, useYard } from '../state/index.ts'

/** The year's maximum of one label on one zone, and how far it is used. */
export interface YearLimit {
  /** Of the zone and the label. */
  key: string
  zone: string
  label: string
  use: YearUse
  /** Used ÷ maximum; over 1 is over the label. Undefined where the label states no maximum. */
  share: Figure<'ratio'> | undefined
}

/** A bar for each zone and label used on it in the year of the day one stands on. */
export function useYearLimits() {
  const { zones, records, passesOn, day } = useYard()
  const year = computed(() => yearOf(day.value))
  return computed<YearLimit[]>(() =>
    zones.value.flatMap((zone) => {
      const mine = records.value.filter((r) => r.zoneId === zone.id && r.day.startsWith(String(year.value)))
      const byLabel = new Map<string, OpenRecord>(mine.map((r) => [labelKey(r), r]))
      return [...byLabel.values()].flatMap((record): YearLimit[] => {
        const use = findUse(record.rules, record)
        if (!use) return []
        const yearUse = computeYearUse(record.rules, use, passesOn(zone.id), record.day)
        return [
          {
            key: `${zone.id} ${labelKey(record)}`,
            zone: zone.name,
            label: record.rules.name,
            use: yearUse,
            share: computeYearShare(yearUse),
          },
        ]
      })
    }),
  )
}
