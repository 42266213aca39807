import { h, type FunctionalComponent } from 'vue'

/** A drawing set as one piece of markup: a plate has hundreds of strokes. */
export const PlateInk: FunctionalComponent<{ markup: string }> = ({ markup }) => h('g', { innerHTML: markup })
PlateInk.props = ['markup']
