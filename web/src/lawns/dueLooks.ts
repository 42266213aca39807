import { symbol, symbolCircle, symbolDiamond, symbolSquare, symbolTriangle, symbolTimes } from 'd3-shape'
import type { LawnDue } from '@jardinero/contract/constants'

const drawn = (of: typeof symbolCircle, area: number): string => symbol(of, area)() ?? ''

/** A shape for each: told apart also without colours. Colours are classes of the page (lawns.css). */
export const dueLooks: Record<LawnDue, string> = {
  late: drawn(symbolTriangle, 70),
  now: drawn(symbolSquare, 80),
  soon: drawn(symbolDiamond, 70),
  later: drawn(symbolCircle, 70),
  none: drawn(symbolCircle, 22),
  unknown: drawn(symbolTimes, 40),
}
