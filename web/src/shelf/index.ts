export { useShelf } from './shelfStore.ts'
export { useCircumstances } from './useCircumstances.ts'
