import { reactive } from 'vue'
import type { Figure } from '@jardinero/core/quantity'

/** The figure whose working is open. */
export const openWorking = reactive<{ title: string; figure: Figure | undefined }>({
  title: '',
  figure: undefined,
})

export function showWorking(figure: Figure, title = ''): void {
  openWorking.title = title
  openWorking.figure = figure
}

/** A text that stands for a figure inside a sentence, such as a day, and opens it. */
export interface Standing {
  text: string
  figure: Figure
}
export const standing = (text: string, figure: Figure): Standing => ({ text, figure })

/** A figure that was typed, not worked out: its working says who entered it. */
export const givenFigure = (value: number, unit: Figure['unit'], source = 'person'): Figure => ({
  value,
  unit,
  working: [
    {
      code: 'given',
      formula: '{value}',
      operands: { value: { value, unit } },
      result: { value, unit },
      source,
    },
  ],
  cautions: [],
})
