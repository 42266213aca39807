export { default as ActivesBasis } from './ActivesBasis.vue'
export { useShelf } from './shelfStore.ts'
export { useCircumstances } from './useCircumstances.ts'
