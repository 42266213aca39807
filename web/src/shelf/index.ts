export { useShelf } from './shelfStore.ts'
