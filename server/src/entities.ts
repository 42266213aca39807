import {
  accountEntity,
  personEntity,
  rateCountEntity,
  recoveryCodeEntity,
  resetLinkEntity,
  sessionEntity,
  signInQueueEntity,
} from './account/entities.ts'
import {
  calibrationEntity,
  mixEntity,
  sprayerEntity,
  spreadEntity,
  tankEntity,
  toolEntity,
} from './bench/entities.ts'
import { amendmentEntity, ratingEntity, recordEntity, recordPhotoEntity } from './ledger/entities.ts'
import { outingEntity, pushEntity } from './outing/entities.ts'
import { feedEntity, planEntity } from './season/entities.ts'
import { labelEntity, labelFileEntity, labelVersionEntity, stockEntity } from './shelf/entities.ts'
import { drillCardEntity, findEntity, photoEntity, seasonMarkEntity } from './scout/entities.ts'
import {
  readingEntity,
  signEntity,
  sprinklerEntity,
  stationDayEntity,
  typicalYearEntity,
  waterEntity,
} from './soil/entities.ts'
import { ledgerReleaseEntity, setAsideEntity, taskEntity } from './tasks/entities.ts'
import { placeEntity, sectionEntity, yardEntity, zoneEntity } from './yard/entities.ts'

/** Every table. */
export const entities = [
  accountEntity,
  personEntity,
  sessionEntity,
  rateCountEntity,
  yardEntity,
  zoneEntity,
  sectionEntity,
  placeEntity,
  readingEntity,
  signEntity,
  sprinklerEntity,
  waterEntity,
  stationDayEntity,
  typicalYearEntity,
  sprayerEntity,
  calibrationEntity,
  labelEntity,
  labelVersionEntity,
  labelFileEntity,
  stockEntity,
  mixEntity,
  tankEntity,
  spreadEntity,
  toolEntity,
  recordEntity,
  amendmentEntity,
  findEntity,
  photoEntity,
  seasonMarkEntity,
  drillCardEntity,
  planEntity,
  feedEntity,
  outingEntity,
  pushEntity,
  ratingEntity,
  recordPhotoEntity,
  recoveryCodeEntity,
  resetLinkEntity,
  signInQueueEntity,
  taskEntity,
  setAsideEntity,
  ledgerReleaseEntity,
]
