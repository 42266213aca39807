/** A size on sale: what it holds, in one unit for all, and what it costs. */
export interface PackageSize {
  holds: number
  priceCents: number
}

/** How many of each size, in the order the sizes were given. */
export interface Purchase {
  counts: number[]
  cents: number
}

/** Room for rounding in the last digits of a double. */
const sliver = 1e-9

const gcd = (a: number, b: number): number => (b ? gcd(b, a % b) : a)

/** Sizes worth buying at all, cheapest by content first: none that another beats in content and price alike. */
function worthBuying(sizes: PackageSize[]) {
  return sizes
    .map((size, index) => ({ ...size, index, each: size.priceCents / size.holds }))
    .filter(
      (a, _, all) =>
        a.holds > 0 &&
        !all.some(
          (b) =>
            b.index !== a.index &&
            b.holds >= a.holds &&
            b.priceCents <= a.priceCents &&
            (b.holds > a.holds || b.priceCents < a.priceCents || b.index < a.index),
        ),
    )
    .toSorted((a, b) => a.each - b.each || b.holds - a.holds)
}

/**
 * The cheapest packages that together hold enough. Exact: every count of the sizes, cheapest by content first, is tried unless
 * what is still needed could not be bought below the best found; sums of prices are whole multiples of what divides them all.
 * @param need in the unit of `holds`; nothing needed is still one package @param sizes prices in whole cents
 * @returns nothing where there are no sizes
 */
export function cheapestPackages(need: number, sizes: PackageSize[]): Purchase | undefined {
  const order = worthBuying(sizes)
  if (!order.length) return undefined
  const coin = order.map((s) => s.priceCents).reduce(gcd) || 1
  const counts = sizes.map(() => 0)
  let best: Purchase | undefined
  const hopeless = (cents: number, left: number, each: number) =>
    best !== undefined && Math.ceil((cents + Math.max(0, left) * each) / coin - sliver) * coin >= best.cents
  function fill(at: number, left: number, cents: number): void {
    if (left <= sliver) {
      if (!best || cents < best.cents) best = { counts: [...counts], cents }
      return
    }
    const size = order[at]
    if (!size) return
    for (let count = Math.ceil(left / size.holds - sliver); count >= 0; count--) {
      const [rest, spent] = [left - count * size.holds, cents + count * size.priceCents]
      // Fewer of the cheapest by content only make room for dearer ones.
      if (hopeless(spent, rest, order[at + 1]?.each ?? Infinity) && rest > sliver) break
      counts[size.index] = count
      fill(at + 1, rest, spent)
    }
    counts[size.index] = 0
  }
  const something = Math.min(...order.map((s) => s.holds)) / 1e6
  fill(0, Math.max(need, something), 0)
  return best
}
