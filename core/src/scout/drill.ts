import type { Plant } from './plant.ts'

/** One exercise of the eye: a plate, and the names to choose from. */
export interface DrillCard {
  plant: string
  choices: string[]
}

/** Plants worth drilling: those with a lookalike. */
export const drillPlants = (plants: Plant[]): Plant[] => plants.filter((p) => p.lookalikes.length > 0)

/**
 * The choices for a plate: the plant, its lookalikes, and those it is a lookalike of; filled from its group to four.
 * @param random a source of numbers in [0, 1) that the caller owns
 */
export function makeDrillCard(plants: Plant[], code: string, random: () => number): DrillCard {
  const plant = plants.find((p) => p.code === code)
  if (!plant) throw new RangeError(`no plant ${code}`)
  const alike = [
    ...plant.lookalikes.map((l) => l.of),
    ...plants.filter((p) => p.lookalikes.some((l) => l.of === code)).map((p) => p.code),
    ...plants.filter((p) => p.group === plant.group).map((p) => p.code),
  ]
  const others = [...new Set(alike)].filter((c) => c !== code).slice(0, 3)
  const choices = [code, ...others]
    .map((c): [number, string] => [random(), c])
    .toSorted((a, b) => a[0] - b[0])
    .map(([, c]) => c)
  return { plant: code, choices }
}
