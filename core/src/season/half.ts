import type { Day } from '../quantity/index.ts'
import { seasonOf, type Trend } from '../soil/index.ts'
import { hemisphereOf, type Hemisphere } from '../yard/index.ts'

/** The half of the year that is planned: the one whose season has begun. */
export function halfAt(day: Day, latitude: number): Trend {
  const { from } = seasonOf(day, hemisphereOf(latitude), 'rising')
  return from <= day ? 'rising' : 'falling'
}

/** Whether a plan still holds on a day: it is of the season in which, or before which, it was taken. The next year has its own. */
export const planHolds = (
  { half, takenAt }: { half: Trend; takenAt: string },
  day: Day,
  hemisphere: Hemisphere,
): boolean => seasonOf(takenAt.slice(0, 10), hemisphere, half).to >= day
