export { computeAfterPass, type AfterPass } from './afterPass.ts'
export {
  computeRecordedRate,
  passOfRecord,
  readAmended,
  type Amendment,
  type RecordedApplication,
} from './record.ts'
