export { computeToday, type TodayItem, type TodayRoom, type TodayState } from './today.ts'
