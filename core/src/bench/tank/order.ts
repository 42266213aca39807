import { formulations, kindOf, type Formulation, type LabelRules } from '../../shelf/index.ts'
import { usualWaterFirst, type FillingStep } from '../filling.ts'

/** Formulations that must be fully dispersed before anything follows. */
const dispersed: ReadonlySet<Formulation> = new Set(['WSP', 'WG', 'WP'])
/** Places of what is no herbicide, beside the formulation classes (0–9): water conditioner before all, oils and surfactants after, dye last. */
const additivePlace = { AMS: -1, COC: 20, MSO: 20, NIS: 21, dye: 22 } as const
const overridePlace = { first: -2, last: 19 } as const

/** Where a product stands in the filling: its label's own word, else its class. */
function placeOf(rules: LabelRules): number {
  if (rules.mixing?.place) return overridePlace[rules.mixing.place]
  if (rules.additive && kindOf(rules) !== 'herbicide') return additivePlace[rules.additive.class]
  return formulations.indexOf(rules.formulation)
}

/** Products in the order they go in: by label, then by formulation class; as ordered where those say nothing. */
export const mixingOrder = (labels: LabelRules[]): number[] =>
  labels.map((_, i) => i).toSorted((a, b) => placeOf(labels[a]!) - placeOf(labels[b]!) || a - b)

/** Water before the products: the most that a label asks for, else the person's school, else a half. */
const waterFirstOf = (labels: LabelRules[], school = usualWaterFirst): number => {
  const asked = labels.flatMap((l) => l.mixing?.waterFirst ?? [])
  return asked.length ? Math.max(...asked) : school
}

/**
 * The steps of filling one load: part of the water, then each product in its place, agitated after each class that has to
 * be dispersed or is the last, topped up with the hose out of the tank, primed until colour reaches the nozzle.
 */
export function planTankFilling(loadGal: number, labels: LabelRules[], school?: number): FillingStep[] {
  const level = loadGal * waterFirstOf(labels, school)
  const order = mixingOrder(labels)
  const steps: FillingStep[] = [{ code: 'water', levelGal: level }]
  order.forEach((product, i) => {
    const { formulation } = labels[product]!
    const disperse = dispersed.has(formulation) && kindOf(labels[product]!) === 'herbicide'
    steps.push({ code: 'product', levelGal: level, product, disperse })
    const next = order[i + 1]
    const changes = next === undefined || placeOf(labels[next]!) !== placeOf(labels[product]!)
    if (changes && (disperse || next === undefined)) steps.push({ code: 'agitate', levelGal: level })
  })
  return [...steps, { code: 'topUp', levelGal: loadGal }, { code: 'prime', levelGal: loadGal }]
}
