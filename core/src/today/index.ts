export { computeToday, type TodayItem, type TodayRoom, type TodayState } from './today.ts'
export {
  computeBarriersDue,
  computeJudgeDue,
  computeSinceCalibration,
  computeSinceReading,
  computeWateringDue,
  findTreated,
  findUnmeasured,
  type DownPass,
} from './due.ts'
export { agendaDays, entryKey, computeAgenda, type AgendaEntry, type AgendaFacts } from './agenda.ts'
