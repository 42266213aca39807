import type { Row } from '@jardinero/contract/field'
import { isOpen } from '@jardinero/core/job'
import type { Part } from './rows.ts'
import type { createAccountRows } from './accountRows.ts'

/** What hangs on a row that is to be removed: how many of which kind. */
export interface Hanging {
  kind: 'sections' | 'places' | 'finds' | 'edges' | 'stock' | 'jobs' | 'calibrations' | 'photos'
  count: number
}

type State = ReturnType<typeof createAccountRows>

/** What goes with a row, or loses its footing, when it is removed; as far as it is known here. */
export function hangingOn(state: State, part: Part, { id }: Row): Hanging[] {
  const counted: Partial<Record<Part, Partial<Record<Hanging['kind'], unknown[]>>>> = {
    zones: {
      sections: state.sections.filter((s) => s.zoneId === id),
      places: state.places.filter((p) => p.zoneId === id),
      finds: state.finds.filter((f) => f.zoneId === id),
      jobs: state.jobs.filter((j) => j.zoneId === id && isOpen(j)),
    },
    sections: { edges: state.places.filter((p) => p.sectionId === id) },
    labels: {
      stock: state.stock.filter((s) => s.labelId === id),
      jobs: state.jobs.filter((j) => isOpen(j) && j.products.some((p) => p.labelId === id)),
    },
    sprayers: { calibrations: state.calibrations.filter((c) => c.sprayerId === id) },
    finds: { photos: state.photos.filter((p) => p.findId === id) },
  }
  return Object.entries(counted[part] ?? {}).flatMap(([kind, { length: count }]) =>
    count ? [{ kind: kind as Hanging['kind'], count }] : [],
  )
}

/** What can be brought back for thirty days. */
const comesBack = ['sections', 'labels', 'finds', 'readings'] as const
export type ComesBack = (typeof comesBack)[number]
export const canComeBack = (part: string): part is ComesBack => comesBack.some((p) => p === part)
