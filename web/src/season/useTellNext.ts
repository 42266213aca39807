import { watchEffect } from 'vue'
import { useNextApplication, useYard } from '../state/index.ts'
import { useNext } from './useNext.ts'

/** Tells the rooms before this one what goes down next. Once in the application, from the first page on. */
export function useTellNext(): void {
  const application = useNextApplication()
  const { yard } = useYard()
  const { next } = useNext()
  watchEffect(() => {
    application.told = yard.value && next.value && { yardId: yard.value.id, ...next.value }
  })
}
