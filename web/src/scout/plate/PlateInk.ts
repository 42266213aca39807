import { h, type FunctionalComponent } from 'vue'
import type { Ink } from './draw.ts'
import { inkMarkup } from './markup.ts'

/** Strokes of a drawing, set as one piece of markup: a plate has hundreds. */
export const PlateInk: FunctionalComponent<{ inks: Ink[] }> = ({ inks }) =>
  h('g', { innerHTML: inkMarkup(inks) })
PlateInk.props = ['inks']
