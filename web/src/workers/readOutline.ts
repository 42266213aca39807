import { expose } from 'comlink'
import { outlineOf, type GeographicPoint } from '@jardinero/core/yard'
import { outlinesIn } from './outlinesIn.ts'

/** Outlines of a file, each as a polygon on the plan; nothing where the file is none. */
const reader = {
  read(text: string, origin: GeographicPoint) {
    try {
      return outlinesIn(text).map(({ corners, ...told }) => ({
        ...told,
        outline: outlineOf(corners, origin),
      }))
    } catch (error) {
      if (error instanceof SyntaxError) return undefined
      throw error
    }
  },
}
export type ReadOutlineWorker = typeof reader
expose(reader)
