/** The parts of a list in the address. */
export const listOf = (value: unknown): string[] =>
  String(value ?? '')
    .split(',')
    .filter(Boolean)
