import { findUnit } from '../../quantity/index.ts'
import { dryFormulations, measureOfFormulation, wholeMeals, type LabelRules } from '../label.ts'
import { quantity, refuse, warn, type FindRule, type Finding } from './finding.ts'

/** Granules stronger than this, and dispersible powders weaker, are as good as never made. Percent by weight. Estimates. */
const strongestGranule = 25
const weakestPowder = 4

/** The figure in a product's name ("Tarnfold 50 WG"), where it has exactly one. */
function figureInName(name: string): number | undefined {
  const figures = name.match(/\d+(?:\.\d+)?/g) ?? []
  return figures.length === 1 ? Number(figures[0]) : undefined
}

const findStrength: FindRule = ({ rules, at }) => {
  const { actives, formulation, name } = rules
  const found: Finding[] = []
  const named = figureInName(name)
  const [only] = actives
  if (only && actives.length === 1 && named !== undefined) {
    const { value, unit } = only.strength
    const agrees = (factor: number) => Math.abs(value - named * factor) <= 0.05 * named * factor
    if (value > 0 && !agrees(1) && !(unit === 'g/L' && agrees(10)))
      found.push(
        warn('strengthAgainstName', `${at}.actives.0.strength`, {
          name,
          named,
          given: quantity(value, unit),
        }),
      )
  }
  actives.forEach(({ name: active, strength }, i) => {
    if (strength.unit !== 'percent' || wholeMeals.has(active.toLowerCase())) return
    const field = `${at}.actives.${i}.strength`
    const given = quantity(strength.value, 'percent')
    if (formulation === 'GR' && strength.value > strongestGranule)
      found.push(
        warn('granuleTooStrong', field, { active, given, most: quantity(strongestGranule, 'percent') }),
      )
  })
  const sum = actives.reduce((all, a) => all + (a.strength.unit === 'percent' ? a.strength.value : 0), 0)
  if (sum > 100 && actives.length > 1)
    found.push(refuse('strengthsOverWhole', `${at}.actives.0.strength`, { sum: quantity(sum, 'percent') }))
  const powder = dryFormulations.has(formulation) && formulation !== 'GR'
  if (only && powder && sum > 0 && sum < weakestPowder)
    found.push(
      warn('powderTooWeak', `${at}.actives.0.strength`, {
        active: only.name,
        given: quantity(sum, 'percent'),
        least: quantity(weakestPowder, 'percent'),
      }),
    )
  return found
}

const findActive: FindRule = ({ rules, at, activeOf }) =>
  rules.actives.flatMap(({ name, group, strength }, i): Finding[] => {
    const known = activeOf(name)
    if (!known) return []
    const field = `${at}.actives.${i}`
    const twice =
      rules.actives.findIndex((a) => a.name.trim().toLowerCase() === name.trim().toLowerCase()) < i
    return [
      ...(group && group !== known.group
        ? [warn('groupDisagrees', `${field}.group`, { active: name, given: group, known: known.group })]
        : []),
      ...(strength.basis !== known.basis
        ? [
            warn('basisDisagrees', `${field}.strength`, {
              active: name,
              given: strength.basis,
              known: known.basis,
            }),
          ]
        : []),
      ...(twice ? [refuse('activeTwice', `${field}.name`, { active: name })] : []),
    ]
  })

/** Amounts of packages, claims and spot mixes in the measure of the product. */
const findAmounts: FindRule = ({ rules, at }) => {
  const measure = measureOfFormulation(rules.formulation)
  const lists: [string, { amount: { unit: string } }[]][] = [
    ['packages', rules.packages ?? []],
    ['coverage', rules.coverage ?? []],
    ['spots', rules.spots ?? []],
  ]
  return lists.flatMap(([part, rows]) =>
    rows.flatMap(({ amount }, i): Finding[] =>
      findUnit(amount.unit)?.dimension === measure
        ? []
        : [
            refuse(measure === 'volume' ? 'dryOunceForLiquid' : 'fluidOunceForDry', `${at}.${part}.${i}`, {
              unit: amount.unit,
            }),
          ],
    ),
  )
}

const findLimits: FindRule = ({ rules, at }) => {
  const { temperature, weeds, dryHours, wateringIn } = rules as LabelRules
  const found: Finding[] = []
  if (
    temperature?.least !== undefined &&
    temperature.most !== undefined &&
    temperature.least >= temperature.most
  )
    found.push(
      refuse('temperatureUpsideDown', `${at}.temperature`, {
        least: quantity(temperature.least, temperature.unit),
        most: quantity(temperature.most, temperature.unit),
      }),
    )
  const twice = weeds?.controls.find((w) => weeds.suppresses.includes(w))
  if (twice) found.push(warn('weedClaimedTwice', `${at}.weeds`, { plant: twice }))
  if (dryHours && wateringIn && wateringIn.withinDays * 24 < dryHours)
    found.push(refuse('dryAgainstWater', `${at}.dryHours`, { hours: dryHours, days: wateringIn.withinDays }))
  return found
}

/** What a label says of itself: strengths against formulation and name, groups, measures, limits that shut each other out. */
export const findIdentity: FindRule = (context) =>
  [findStrength, findActive, findAmounts, findLimits].flatMap((rule) => rule(context))
