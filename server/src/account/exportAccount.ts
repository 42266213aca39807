import type { Mix } from '@jardinero/contract/bench'
import {
  accountFileFormat,
  accountFileVersion,
  type AccountFile,
  type FiledRecord,
} from '@jardinero/contract/account'
import type { StoredAmendment, StoredRecord } from '../ledger/index.ts'
import { stepOf, type StoredJob, type StoredStep } from '../job/index.ts'
import type { FiledJob } from '@jardinero/contract/job'
import type { RecordPhoto } from '@jardinero/contract/ledger'
import type { FindPhoto } from '@jardinero/contract/scout'
import type { LabelFile } from '@jardinero/contract/shelf'
import type { Place, Section } from '@jardinero/contract/yard'
import { toWire } from '../platform/collection.ts'
import type { AccountScope } from '../platform/scope.ts'
import { readPicture } from '../platform/photos.ts'
import { readLabelFile } from '../shelf/index.ts'

async function filedRecords(scope: AccountScope): Promise<FiledRecord[]> {
  const amendments = new Map<string, FiledRecord['amendments']>()
  for (const { recordId, accountId: _, seq: __, ...a } of await scope.find<StoredAmendment>(
    'record_amendment',
    {},
    { order: { seq: 'ASC' } },
  ))
    amendments.set(recordId, [...(amendments.get(recordId) ?? []), a])
  const stored = await scope.find<StoredRecord>('application_record', {}, { order: { appliedAt: 'ASC' } })
  return stored.map(({ accountId: _, appliedAt: __, ...record }) => ({
    ...record,
    amendments: amendments.get(record.id) ?? [],
  }))
}

async function filedPhotos<T extends { id: string }>(
  scope: AccountScope,
  entity: string,
): Promise<(T & { picture: string })[]> {
  const filed: (T & { picture: string })[] = []
  for (const photo of (await scope.find(entity)).map(toWire<T>))
    filed.push({ ...photo, picture: (await readPicture(scope, entity, photo.id)).toString('base64') })
  return filed
}

async function filedLabelFiles(scope: AccountScope): Promise<AccountFile['labelFiles']> {
  const filed: AccountFile['labelFiles'] = []
  for (const file of (await scope.find('label_file')).map(toWire<LabelFile>))
    filed.push({ ...file, picture: (await readLabelFile(scope, file.id)).picture.toString('base64') })
  return filed
}

async function filedJobs(scope: AccountScope): Promise<FiledJob[]> {
  const steps = new Map<string, FiledJob['steps']>()
  for (const step of await scope.find<StoredStep>('job_step', {}, { order: { seq: 'ASC' } }))
    steps.set(step.jobId, [...(steps.get(step.jobId) ?? []), stepOf(step)])
  const jobs = await scope.find<StoredJob>('job', {}, { order: { createdAt: 'ASC', id: 'ASC' } })
  return jobs.map(({ id, yardId, zoneId }) => ({
    id,
    yardId,
    zoneId,
    steps: steps.get(id) ?? [],
  }))
}

/** An edge lies on a side as long as its section is there; one that was removed is not in the file. */
const layOn = (place: Place, sections: Section[]): Place =>
  sections.some((s) => s.id === place.sectionId) ? place : { ...place, sectionId: null, side: null }

/** The whole account as one file. */
export async function exportAccount(scope: AccountScope, now: Date): Promise<AccountFile> {
  const rows = async <T>(entity: string) => (await scope.find(entity)).map(toWire<T>)
  const sections = await rows<Section>('section')
  return {
    format: accountFileFormat,
    version: accountFileVersion,
    exportedAt: now.toISOString(),
    clients: await rows('client'),
    lawnViews: await rows('lawn_view'),
    yards: await rows('yard'),
    zones: await rows('zone'),
    sections,
    places: (await rows<Place>('place')).map((place) => layOn(place, sections)),
    readings: await rows('soil_reading'),
    sprayers: await rows('sprayer'),
    calibrations: await rows('calibration'),
    labels: await rows('label'),
    labelVersions: await rows('label_version'),
    labelFiles: await filedLabelFiles(scope),
    stock: await rows('stock_package'),
    tools: await rows('measuring_tool'),
    tanks: await rows('tank'),
    spreads: await rows('spread'),
    mixes: await rows<Mix>('mix'),
    records: await filedRecords(scope),
    finds: await rows('plant_find'),
    photos: await filedPhotos<FindPhoto>(scope, 'find_photo'),
    marks: [],
    jobs: await filedJobs(scope),
    chainTemplates: await rows('chain_template'),
    signs: await rows('season_sign'),
    sprinklers: await rows('sprinkler'),
    waters: await rows('water_entry'),
    stationDays: await rows('station_day'),
    typicalYears: await rows('typical_year'),
    plans: await rows('season_plan'),
    outings: await rows('outing'),
    ratings: await rows('rating'),
    recordPhotos: await filedPhotos<RecordPhoto>(scope, 'record_photo'),
  }
}
