import type { BarrierActive, TargetClass } from './active.ts'

/** A kind of seedling to stop, and how many times the usual residue it takes. */
export interface Target {
  target: TargetClass
  factor: number
}

/** Steepness of the answer to dose. Published log-logistic slopes of pre-emergents on grasses run from 2 to 5. Estimate. */
const slope = 3
/** At the threshold one in five escapes: "commercial control" ends at 80 in 100. */
const escapedAtThreshold = 0.2
const scale = 1 / escapedAtThreshold - 1

/** Share of seedlings that come through a strength (residue over threshold): log-logistic. */
export const escapedAt = (strength: number): number => 1 / (1 + scale * strength ** slope)
/** The strength at which a share comes through. */
export const strengthFor = (escaped: number): number => ((1 / escaped - 1) / scale) ** (1 / slope)

/** Strengths of a barrier against some kinds of seedling, from the residues of some actives. */
export interface Strengths {
  /** Takes residues, lb/acre. */
  update: (inSoil: Float64Array) => void
  /** Of a kind. Residues of one group add up as parts of their thresholds; the strongest group's. */
  of: (kind: number) => number
  /** By kind: share that comes through. Groups act one beside the other: what one lets through the other meets (Bliss 1939). */
  escaped: () => Float64Array
  /** The most of all kinds. */
  most: () => number
  /** Of a single active: strength of each kind for one lb/acre in the soil, and the most of them. */
  ofOne?: { perResidue: Float64Array; most: number }
}

/** Of one active, as most programmes are: there is nothing to add up, and each figure is worked out where it is asked for. */
function strengthsOfOne(perResidue: Float64Array): Strengths {
  const escaped = new Float64Array(perResidue.length)
  const mostPerResidue = Math.max(0, ...perResidue)
  let residue = 0
  return {
    update: (inSoil) => (residue = inSoil[0]!),
    of: (kind) => residue * perResidue[kind]!,
    most: () => residue * mostPerResidue,
    ofOne: { perResidue, most: mostPerResidue },
    escaped: () => {
      for (let c = 0; c < escaped.length; c++) {
        const u = residue * perResidue[c]!
        escaped[c] = u > 0 ? 1 / (1 + scale * u * u * u) : 1
      }
      return escaped
    },
  }
}

export function createStrengths(actives: BarrierActive[], targets: Target[]): Strengths {
  // Group 0 is of what nobody has grouped: each stands by itself.
  const groupOf = (a: BarrierActive) => (a.group === '0' ? a.name : a.group)
  const groups = [...new Set(actives.map(groupOf))]
  const groupAt = Int32Array.from(actives, (a) => groups.indexOf(groupOf(a)))
  const count = actives.length
  const perResidue = Float64Array.from(
    targets.flatMap(({ target, factor }) =>
      actives.map((a) => {
        const ratio = a.controls[target]
        return ratio === undefined ? 0 : 1 / (a.thresholdLbPerAcre * ratio * factor)
      }),
    ),
  )
  if (count === 1) return strengthsOfOne(perResidue)
  const byGroup = new Float64Array(Math.max(1, groups.length))
  const strongest = new Float64Array(targets.length)
  const escaped = new Float64Array(targets.length).fill(1)
  return {
    of: (kind) => strongest[kind]!,
    most: () => strongest.reduce((most, s) => Math.max(most, s), 0),
    escaped: () => escaped,
    update: (inSoil) => {
      for (let c = 0; c < strongest.length; c++) {
        byGroup.fill(0)
        for (let i = 0; i < count; i++) byGroup[groupAt[i]!]! += inSoil[i]! * perResidue[c * count + i]!
        let [most, share] = [0, 1]
        for (let g = 0; g < byGroup.length; g++) {
          const u = byGroup[g]!
          if (u <= 0) continue
          share /= 1 + scale * u * u * u
          if (u > most) most = u
        }
        strongest[c] = most
        escaped[c] = share
      }
    },
  }
}
