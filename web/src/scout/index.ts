export { useFindForm } from './useFindForm.ts'
export { useFinds } from './useFinds.ts'
export { usePlantOptions, usePlants } from './usePlants.ts'
