import {
  accountEntity,
  invitationEntity,
  passkeyEntity,
  personEntity,
  rateCountEntity,
  recoveryCodeEntity,
  resetLinkEntity,
  sessionEntity,
  signInQueueEntity,
} from './platform/accountEntities.ts'
import { answerEntity, answerProgressEntity, runEntity } from './answer/index.ts'
import {
  calibrationEntity,
  mixEntity,
  sprayerEntity,
  spreadEntity,
  tankEntity,
  toolEntity,
} from './bench/index.ts'
import { chainTemplateEntity, jobEntity, jobStepEntity } from './job/index.ts'
import { amendmentEntity, ratingEntity, recordEntity, recordPhotoEntity } from './ledger/index.ts'
import { clientEntity, lawnViewEntity } from './lawns/index.ts'
import { outingEntity, pushEntity } from './outing/index.ts'
import { feedEntity, planEntity } from './season/index.ts'
import { labelEntity, labelFileEntity, labelVersionEntity, stockEntity } from './shelf/index.ts'
import { drillCardEntity, findEntity, photoEntity } from './scout/index.ts'
import {
  readingEntity,
  signEntity,
  sprinklerEntity,
  stationDayEntity,
  typicalYearEntity,
  waterEntity,
  weatherEntity,
} from './soil/index.ts'
import { ledgerReleaseEntity, setAsideEntity, taskEntity } from './tasks/index.ts'
import { placeEntity, sectionEntity, yardEntity, zoneEntity } from './yard/index.ts'

/** Every table. */
export const entities = [
  accountEntity,
  invitationEntity,
  passkeyEntity,
  personEntity,
  sessionEntity,
  rateCountEntity,
  clientEntity,
  lawnViewEntity,
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
  drillCardEntity,
  jobEntity,
  jobStepEntity,
  chainTemplateEntity,
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
  answerEntity,
  answerProgressEntity,
  runEntity,
  weatherEntity,
]
