/** A set that may be chosen: what it covers as bits, what it weighs, with which others it cannot go. */
export interface CoverSet {
  covers: number
  /** Greater than zero. */
  weight: number
  /** By index of the other set. */
  clashes: (other: number) => boolean
}

export interface Cover {
  chosen: number[]
  weight: number
}

const bitCount = (bits: number): number => {
  let count = 0
  for (let rest = bits; rest; rest &= rest - 1) count++
  return count
}
const lowestBit = (bits: number): number => bits & -bits

/** Element by element, the first difference decides. */
export function compareVectors(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const difference = (a[i] ?? 0) - (b[i] ?? 0)
    if (Math.abs(difference) > 1e-9) return difference
  }
  return 0
}

/**
 * The exact minimum cover: of all compatible choices of sets that cover every bit of `whole`, the lightest; of those the
 * one with the fewest sets; of those the least by `tie`. Branches on the uncovered bit with the fewest sets, and drops a
 * branch when what is still needed at least is too much. Bits: at most 30. Undefined where no choice covers all.
 */
export function findMinimumCover(
  sets: readonly CoverSet[],
  whole: number,
  tie: (chosen: readonly number[]) => readonly number[] = () => [],
): Cover | undefined {
  const useful = sets.map((_, i) => i).filter((i) => sets[i]!.covers & whole)
  const lightest = Math.min(...useful.map((i) => sets[i]!.weight))
  const widest = Math.max(0, ...useful.map((i) => bitCount(sets[i]!.covers & whole)))
  let best: { chosen: number[]; weight: number; tie: readonly number[] } | undefined
  const chosen: number[] = []

  const isWorse = (weight: number, count: number): boolean =>
    best !== undefined &&
    (weight > best.weight + 1e-9 || (weight > best.weight - 1e-9 && count > best.chosen.length))

  function settle(weight: number): void {
    const vector = tie(chosen)
    const before = best
      ? compareVectors([weight, chosen.length, ...vector], [best.weight, best.chosen.length, ...best.tie])
      : -1
    if (before < 0) best = { chosen: [...chosen], weight, tie: vector }
  }

  function branch(left: number, weight: number, open: number[]): void {
    if (!left) return settle(weight)
    const atLeast = Math.ceil(bitCount(left) / widest)
    if (isWorse(weight + atLeast * lightest, chosen.length + atLeast)) return
    let scarce: number[] | undefined
    for (let rest = left; rest; rest &= rest - 1) {
      const bit = lowestBit(rest)
      const able = open.filter((i) => sets[i]!.covers & bit)
      if (!able.length) return
      if (!scarce || able.length < scarce.length) scarce = able
    }
    // A cover holding two of these is found once: what was tried is closed to the later ones.
    let rest = open
    for (const i of scarce!) {
      const set = sets[i]!
      chosen.push(i)
      branch(
        left & ~set.covers,
        weight + set.weight,
        rest.filter((j) => j !== i && !set.clashes(j)),
      )
      chosen.pop()
      rest = rest.filter((j) => j !== i)
    }
  }
  branch(whole, 0, useful)
  return best && { chosen: best.chosen.toSorted((a, b) => a - b), weight: best.weight }
}
