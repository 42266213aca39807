import { computeFertiliser } from '../../bench/index.ts'
import { addDays, type Day, type Params } from '../../quantity/index.ts'
import { productsOf, type PlanContext, type Programme, type ProgrammePass } from './programme.ts'
import { computeWatering } from './watering.ts'

/** One thing of a plan that has a day: its title by code under season.event.<code>, and more of it under <code>.says. */
export interface PlanEvent {
  /** The same thing keeps its id when its day moves. */
  id: string
  code: 'pass' | 'waterBy' | 'fertilise' | 'sow' | 'core'
  from: Day
  /** The last day, inclusive. */
  to: Day
  params: Params
}

/** A pass's day in a plan, and its spread where a rule decides. */
export interface MeantDay {
  id: string
  day?: Day
  p10?: Day
  p90?: Day
}

type EventContext = Pick<PlanContext, 'zones' | 'labels' | 'wishes'> & { outputMmPerHour?: number }

const namesOf = (ids: string[], { zones }: EventContext) =>
  zones
    .filter((z) => ids.includes(z.id))
    .map((z) => z.name)
    .join(', ')

function passEvents(pass: ProgrammePass, meant: MeantDay | undefined, context: EventContext): PlanEvent[] {
  const day = pass.when.kind === 'day' ? pass.when.day : meant?.day
  if (!day) return []
  const { p10 = day, p90 = day } = meant ?? {}
  const products = productsOf(pass, context.labels)
  const [main, partner] = products
  if (!main) return []
  const params: Params = {
    label: main.label.rules.name,
    rate: main.product.rate,
    zones: namesOf(pass.zones, context),
    twice: pass.edges === 'twice',
    byRule: pass.when.kind === 'rule',
    day,
    earliest: p10,
    latest: p90,
    paired: Boolean(partner),
    ...(partner && { partner: partner.label.rules.name, partnerRate: partner.product.rate }),
  }
  const watering = computeWatering(pass, day, context.labels, context.outputMmPerHour)
  return [
    { id: pass.id, code: 'pass', from: day, to: day, params },
    ...(watering
      ? [
          {
            id: `${pass.id}.water`,
            code: 'waterBy' as const,
            from: addDays(day, watering.notBeforeHours ? Math.ceil(watering.notBeforeHours / 24) : 0),
            to: watering.by,
            params: {
              ...params,
              depth: { value: watering.leastMm, unit: 'mm' },
              by: watering.by,
              timed: Boolean(watering.minutes),
              ...(watering.minutes && { minutes: { value: watering.minutes.value, unit: 'min' } }),
            },
          },
        ]
      : []),
  ]
}

/** Everything of a programme that has a day, in the order of the days. */
export function computeEvents(programme: Programme, days: MeantDay[], context: EventContext): PlanEvent[] {
  const passes = programme.passes.flatMap((pass) =>
    passEvents(
      pass,
      days.find((d) => d.id === pass.id),
      context,
    ),
  )
  const fed = programme.fertiliser.flatMap((f): PlanEvent[] => {
    const area = context.zones.filter((z) => f.zones.includes(z.id)).reduce((sum, z) => sum + z.areaSqFt, 0)
    const needed = computeFertiliser(f, area)
    if (!needed.ok) return []
    const { rate, product } = needed.value
    const params: Params = {
      nitrogen: { value: f.nitrogenLbPer1000, unit: 'lb/1000ft2' },
      rate: { value: rate.value, unit: rate.unit },
      product: { value: product.value, unit: product.unit },
      percent: f.nitrogenPercent,
      zones: namesOf(f.zones, context),
    }
    return [{ id: f.id, code: 'fertilise', from: f.day, to: f.day, params }]
  })
  const sown = context.wishes.seeding.map(({ zoneId, day }): PlanEvent => ({
    id: `sow.${zoneId}.${day}`,
    code: 'sow',
    from: day,
    to: day,
    params: { zones: namesOf([zoneId], context) },
  }))
  const cored = context.wishes.aerating.map(({ day }): PlanEvent => ({
    id: `core.${day}`,
    code: 'core',
    from: day,
    to: day,
    params: {},
  }))
  return [...passes, ...fed, ...sown, ...cored].toSorted((a, b) => (a.from < b.from ? -1 : 1))
}
