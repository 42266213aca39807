export { useToday } from './useToday.ts'
