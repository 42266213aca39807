import type { Page } from '@jardinero/core/shelf'

/** A page to look at: painted when it is asked for, once. */
export interface PagePicture {
  width: number
  height: number
  paint: () => Promise<CanvasImageSource & { width: number; height: number }>
}
export interface ReadPage {
  page: Page
  picture: PagePicture
}

/** How far a reading is: pages done, and the part of the one that is being read. */
export interface ReadingProgress {
  done: number
  of: number
  kind: 'pdf' | 'photo'
}
export interface ReadingTold {
  signal: AbortSignal
  told: (progress: ReadingProgress) => void
}

/** Why a file could not be read: each has its sentence under `reading.problem`. */
export type FileProblem =
  'locked' | 'notPdf' | 'notPicture' | 'tooManyPages' | 'tooDark' | 'noWords' | 'notReadable' | 'readerAway'
export class FileNotRead extends Error {
  readonly problem: FileProblem
  constructor(problem: FileProblem) {
    super(problem)
    this.problem = problem
  }
}

/** A picture of a page is this wide at the most, in points of the screen: more is not read better. */
export const mostPixels = 2600

export function canvasOf(width: number, height: number): [HTMLCanvasElement, CanvasRenderingContext2D] {
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(width))
  canvas.height = Math.max(1, Math.round(height))
  return [canvas, canvas.getContext('2d', { willReadFrequently: true })!]
}
