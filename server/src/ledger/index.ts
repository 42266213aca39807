export { csvRow } from './csv.ts'
export {
  amendmentEntity,
  ratingEntity,
  recordEntity,
  recordPhotoEntity,
  type StoredAmendment,
  type StoredRecord,
} from './entities.ts'
export { recordMix, tankApplication, writeApplication } from './recordApplication.ts'
export { findRecords, findRecordsById, passesOnYard, passesOnZone } from './records.ts'
export { ledgerCollections, ledgerRoutes } from './routes.ts'
export { makeSeasonReport } from './seasonReport.ts'
export { recordSheet } from './sheets.ts'
