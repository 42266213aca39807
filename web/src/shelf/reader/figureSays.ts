import { formulations, purposes, signalWords, type ReadFigure } from '@jardinero/core/shelf'
import type { Words } from '@jardinero/words'

/** What stands beside the box of a figure: its unit, whose it is. */
export function besideOf({ field, value }: ReadFigure, say: Words['say']): string {
  const unit = (code: string) => say(`unit.${code}`)
  switch (field) {
    case 'rate':
    case 'density':
    case 'windMost':
    case 'contents':
      return unit(value.unit)
    case 'annualMaximum':
      return `${unit(value.unit)}, ${say(`label.annualOf.${value.of}`)}`
    case 'active':
      return value.strength.unit === 'none'
        ? say('reading.noStrength', { name: value.name })
        : say('reading.activeUnit', {
            name: value.name,
            unit: unit(value.strength.unit),
            basis: say(`label.basis.${value.strength.basis}`),
          })
    case 'minimumCarrier':
      return unit('gal/1000ft2')
    case 'minimumIntervalDays':
    case 'seedingIntervalDays':
      return unit('d')
    case 'dryHours':
      return unit('h')
    case 'keepOff':
      return value.untilDry ? say('reading.hoursAndDry') : unit('h')
    case 'temperature':
      return unit(value.unit)
    case 'mowing':
      return say('reading.daysBeforeAfter')
    case 'wateringIn':
      return say('reading.inchesThenDays')
    case 'spot':
      return say('reading.amountThenWater', { unit: unit(value.amount.unit) })
    default:
      return ''
  }
}

/** The few values that a figure may be, where it is not typed. */
export function choicesOf(
  { field }: ReadFigure,
  say: Words['say'],
): { value: string; label: string }[] | undefined {
  const named = (values: readonly string[], prefix: string) =>
    values.map((value) => ({ value, label: say(`${prefix}.${value}`) }))
  switch (field) {
    case 'purpose':
      return named(purposes, 'purpose')
    case 'signalWord':
      return named(signalWords, 'signalWord')
    case 'formulation':
      return named(formulations, 'formulation')
    default:
      return undefined
  }
}

/** A figure that is neither typed nor chosen, in words. */
export function figureSays({ field, value }: ReadFigure, say: Words['say']): string {
  switch (field) {
    case 'gear':
      return value.map((g) => say(`gear.${g}`)).join(', ')
    case 'adjuvant':
      return [say(`label.adjuvant.${value.rule}`), ...value.classes.map((c) => say(`adjuvant.${c}`))].join(
        ': ',
      )
    case 'restrictedUse':
      return say('label.restrictedUse')
    case 'lengths':
      return value
        .map((l) =>
          say('reading.length', {
            rate: l.min === l.max ? String(l.min) : `${l.min}–${l.max}`,
            days: l.leastDays === l.mostDays ? String(l.leastDays) : `${l.leastDays}–${l.mostDays}`,
          }),
        )
        .join('; ')
    default:
      return ''
  }
}
