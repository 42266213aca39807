export { computeToday, type PlannedPass, type TodayItem, type TodayRoom, type TodayState } from './today.ts'
