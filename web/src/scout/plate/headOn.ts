import { place, type Ink, type Placing, type States } from './draw.ts'
import { flower, fruit } from './flowers.ts'
import { grassHead, sedgeHead } from './heads.ts'

/** Where the ground lies in a drawing of a whole plant. */
export const groundAt = 66
/** What stands for the head of a group, drawn from (50, 100) upward in its own box. */
export function headOf(states: States, group: string): Ink[] {
  if (group === 'grass') return states['seedHead'] ? grassHead(states, true) : []
  if (group === 'sedge') return sedgeHead(states)
  if (states['flowerForm']) return flower(states['flowerForm'], states['flowerColour'] ?? 'white')
  return states['fruit'] && states['fruit'] !== 'plain' ? fruit(states['fruit']) : []
}
/** A head moved so that the foot of its stalk stands where it is put. */
export const headAt = (head: Ink[], at: Placing & { size: number }): Ink =>
  place(head, { ...at, x: (at.x ?? 0) - 50 * at.size, y: (at.y ?? 0) - 100 * at.size })

/** How high a plant is drawn. */
export const heightOf = (states: States): number =>
  46 * ({ flat: 0.5, inTurf: 0.8, aboveTurf: 1.12 }[states['stature'] ?? 'inTurf'] ?? 0.8)
