export { computeAfterPass, type AfterPass } from './afterPass.ts'
export { passOfRecord, readAmended, type Amendment, type RecordedApplication } from './record.ts'
