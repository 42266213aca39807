export * from './crewDays/index.ts'
