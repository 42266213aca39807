import type { Day } from '../quantity/index.ts'
import { seasonOf, type Trend } from '../soil/index.ts'
import { hemisphereOf } from '../yard/index.ts'

/** The half of the year that is planned: the one whose season has begun. */
export function halfAt(day: Day, latitude: number): Trend {
  const { from } = seasonOf(day, hemisphereOf(latitude), 'rising')
  return from <= day ? 'rising' : 'falling'
}
