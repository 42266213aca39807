import { computed, type Ref } from 'vue'
import { convert } from '@jardinero/core/quantity'
import type { Place } from '@jardinero/contract/yard'
import { isTurf, type Point } from '@jardinero/core/yard'
import { useSession } from '../kit/session.ts'
import { useAccount, useYard } from '../state/index.ts'
import { boundsOf, nameBeside, nameLines, nameSpot, placeSections, type PlacedSection } from './placed.ts'

/** An edge of the plan: its side, and where its name stands. */
export interface PlacedEdge {
  place: Place
  side: Point[]
  owner: PlacedSection
  at: Point
  angle: number
}

/**
 * Where the plan's sections, names, edges and bar of scale stand, in feet.
 * @param width of the drawing, px
 * @param most the greatest height, px; 520 where it is not said
 */
export function usePlanGeometry(width: Ref<number>, most: () => number | undefined) {
  const { zones, places } = useYard()
  const account = useAccount()
  const session = useSession()

  const placed = computed(() =>
    zones.value.flatMap((z, i) =>
      placeSections(account.sectionsOf(z.id)).map((p) => ({
        ...p,
        zone: i % 4,
        isOpen: !isTurf(z.turf),
      })),
    ),
  )
  const bounds = computed(() =>
    boundsOf(
      placed.value.flatMap((p) => p.sides.flat()),
      12,
    ),
  )
  const height = computed(() =>
    Math.min(most() ?? 520, Math.max(220, (width.value * bounds.value[3]) / bounds.value[2])),
  )
  /** Feet per pixel, so that letters keep their size. */
  const ftPerPx = computed(() =>
    Math.max(bounds.value[2] / Math.max(1, width.value), bounds.value[3] / height.value),
  )
  /** What is cut out lies on top. */
  const ordered = computed(() =>
    placed.value
      .toSorted((a, b) => Number(a.section.deduction) - Number(b.section.deduction))
      .map((p) => ({
        ...p,
        name: nameSpot(p, 14 * ftPerPx.value),
        lines: nameLines(p, 6.6 * ftPerPx.value),
      })),
  )

  const edges = computed(() =>
    places.value.flatMap((place): PlacedEdge[] => {
      const owner = placed.value.find((p) => p.section.id === place.sectionId)
      const side = owner?.sides[place.side ?? -1]
      return side && owner
        ? [{ place, side, owner, ...nameBeside(side, owner.centre, 16 * ftPerPx.value) }]
        : []
    }),
  )
  const barFt = computed(() => {
    const us = session.preferences.units === 'us'
    const step = us ? [5, 10, 20, 50, 100, 200] : [2, 5, 10, 20, 50].map((m) => convert(m, 'm', 'ft'))
    return step.findLast((s) => s < bounds.value[2] / 4) ?? step[0]!
  })
  return { bounds, height, ftPerPx, ordered, edges, barFt }
}
