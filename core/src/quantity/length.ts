import { accepted, refused, type Outcome } from './outcome.ts'

/**
 * Reads a length as it is said over a tape: 42, 42.5, 42' 6", 42 ft 6 in, 12.8 m, 1280 cm. Answers in feet.
 * @example parseLengthFt("42' 6\"", 'ft')
 * // → { ok: true, value: 42.5 }
 * A bare number is in `unit`. Decimal commas are read when there is no decimal point.
 */
export function parseLengthFt(text: string, unit: 'ft' | 'm'): Outcome<number> {
  const perFoot: Record<string, number> = { ft: 1, m: 1 / 0.3048, cm: 0.01 / 0.3048, in: 1 / 12 }
  const clean = text
    .trim()
    .toLowerCase()
    .replace(/[’′]/g, "'")
    .replace(/[”″]|''/g, '"')
    .replace(/(\d),(?=\d{3}(\D|$))/g, '$1')
    .replace(/(\d),(\d)/g, '$1.$2')
  const feetAndInches = /^(\d+(?:\.\d+)?)\s*(?:'|ft|feet)\s*(?:(\d+(?:\.\d+)?)\s*(?:"|in|inches)?)?$/.exec(
    clean,
  )
  if (feetAndInches) return accepted(Number(feetAndInches[1]) + Number(feetAndInches[2] ?? 0) / 12)
  const single = /^(-?\d*\.?\d+)\s*(ft|m|cm|in|")?$/.exec(clean)
  if (!single) return refused({ code: 'notALength', params: { text } })
  const named = single[2] === '"' ? 'in' : single[2]
  return accepted(Number(single[1]) * perFoot[named ?? unit]!)
}
