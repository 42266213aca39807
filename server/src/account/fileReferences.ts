import type { AccountFile } from '@jardinero/contract/account'
import { checkFiledPlans } from './filedPlans.ts'
import { FaultList, filedRows, type Filed, type Part } from './fileRows.ts'

export interface FilePart {
  part: Part
  entity: string
  /** Which fields point at rows of other parts. */
  refs: Record<string, Part>
}

/** Parts of the file in the order their rows rest on each other. */
export const fileParts: FilePart[] = [
  { part: 'clients', entity: 'client', refs: {} },
  { part: 'lawnViews', entity: 'lawn_view', refs: {} },
  { part: 'yards', entity: 'yard', refs: {} },
  { part: 'zones', entity: 'zone', refs: { yardId: 'yards' } },
  { part: 'sections', entity: 'section', refs: { zoneId: 'zones' } },
  { part: 'places', entity: 'place', refs: { zoneId: 'zones', sectionId: 'sections' } },
  { part: 'readings', entity: 'soil_reading', refs: { placeId: 'places' } },
  { part: 'sprayers', entity: 'sprayer', refs: {} },
  { part: 'calibrations', entity: 'calibration', refs: { sprayerId: 'sprayers' } },
  { part: 'labels', entity: 'label', refs: {} },
  { part: 'labelVersions', entity: 'label_version', refs: { labelId: 'labels' } },
  { part: 'labelFiles', entity: 'label_file', refs: { labelId: 'labels' } },
  { part: 'stock', entity: 'stock_package', refs: { labelId: 'labels' } },
  { part: 'tools', entity: 'measuring_tool', refs: {} },
  { part: 'tanks', entity: 'tank', refs: {} },
  { part: 'spreads', entity: 'spread', refs: {} },
  { part: 'mixes', entity: 'mix', refs: { zoneId: 'zones' } },
  { part: 'finds', entity: 'plant_find', refs: { zoneId: 'zones', placeId: 'places' } },
  { part: 'photos', entity: 'find_photo', refs: { findId: 'finds' } },
  { part: 'jobs', entity: 'job', refs: { yardId: 'yards', zoneId: 'zones' } },
  { part: 'chainTemplates', entity: 'chain_template', refs: {} },
  { part: 'signs', entity: 'season_sign', refs: { yardId: 'yards' } },
  { part: 'sprinklers', entity: 'sprinkler', refs: { yardId: 'yards' } },
  { part: 'waters', entity: 'water_entry', refs: { yardId: 'yards', sprinklerId: 'sprinklers' } },
  { part: 'stationDays', entity: 'station_day', refs: { yardId: 'yards' } },
  { part: 'typicalYears', entity: 'typical_year', refs: { yardId: 'yards' } },
  { part: 'plans', entity: 'season_plan', refs: { yardId: 'yards' } },
  { part: 'records', entity: 'application_record', refs: { zoneId: 'zones', mixId: 'mixes', jobId: 'jobs' } },
  { part: 'outings', entity: 'outing', refs: { yardId: 'yards', tankId: 'tanks' } },
  { part: 'ratings', entity: 'rating', refs: { recordId: 'records' } },
  { part: 'recordPhotos', entity: 'record_photo', refs: { recordId: 'records' } },
]

/** Ids that stand twice, and references that lead nowhere. @throws ProblemError refused */
export function checkReferences(file: AccountFile): void {
  const list = new FaultList()
  const rowsOf = (part: Part): Filed[] => filedRows(file, part)
  const ids = new Map(fileParts.map(({ part }) => [part, new Set(rowsOf(part).map((r) => r.id))]))
  for (const { part, refs } of fileParts) {
    const seen = new Set<string>()
    for (const [i, row] of rowsOf(part).entries()) {
      if (list.full) break
      if (seen.has(row.id))
        list.add([{ code: 'idTwice', field: 'id', params: { id: row.id } }], `${part}.${i}`)
      seen.add(row.id)
      for (const [ref, target] of Object.entries(refs)) {
        const to = row[ref]
        if (to !== null && to !== undefined && !ids.get(target)!.has(String(to)))
          list.add(
            [{ code: 'referenceMissing', field: ref, params: { id: String(to), part: target } }],
            `${part}.${i}`,
          )
      }
    }
  }
  const amendments = new Set<string>()
  for (const [i, record] of file.records.entries())
    for (const [k, { id }] of record.amendments.entries()) {
      if (amendments.has(id))
        list.add([{ code: 'idTwice', field: 'id', params: { id } }], `records.${i}.amendments.${k}`)
      amendments.add(id)
    }
  list.add(checkFiledPlans(file))
  list.settle()
}
