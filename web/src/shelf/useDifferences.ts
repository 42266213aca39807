import { differencesOf, type LabelRules } from '@jardinero/core/shelf'
import { useWords } from '../kit/session.ts'

/** In what two versions of a label differ, a sentence a figure. */
export function useDifferences() {
  const { say, has, number, quantity } = useWords()
  function valueSays(value: unknown): string {
    if (value === undefined || value === null) return say('label.differs.nothing')
    if (typeof value === 'number') return number(value)
    if (typeof value === 'boolean') return say(value ? 'label.differs.yes' : 'label.differs.no')
    if (Array.isArray(value)) return value.map(valueSays).join(', ') || say('label.differs.nothing')
    if (typeof value === 'object' && 'unit' in value && 'value' in value)
      return quantity(value.value as number, value.unit as 'ft2')
    const text = String(value)
    return (
      [`plant.${text}`, `unit.${text}`, `gear.${text}`].map((code) => has(code) && say(code)).find(Boolean) ||
      text
    )
  }
  return (before: LabelRules, after: LabelRules): string[] =>
    differencesOf(before, after).map(({ part, line, of, before: was, after: is }) =>
      say('label.differs', {
        part: say(`label.part.${part}`),
        line: line ?? 0,
        of: of && has(`label.differs.${of}`) ? say(`label.differs.${of}`) : of || 'none',
        before: valueSays(was),
        after: valueSays(is),
      }),
    )
}
