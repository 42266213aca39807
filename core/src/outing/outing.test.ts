import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { addDays, seededRandom } from '../quantity/index.ts'
import type { LabelRules } from '../shelf/index.ts'
import {
  computeDeltaT,
  computePassLimits,
  computeWetBulb,
  computeWindows,
  passOfLabels,
  placeAfter,
  type HourAhead,
  type PassToPlace,
  type WindowRequest,
} from './index.ts'

const leaf: LabelRules = {
  name: 'Leaf 30 SL',
  sample: true,
  formulation: 'SL',
  actives: [],
  uses: [{ turf: ['tallFescue'], purpose: 'postEmergent', rate: { min: 1, max: 2, unit: 'floz/1000ft2' } }],
  keepOff: { untilDry: true, hours: 0 },
  gear: [],
  signalWord: 'caution',
  restrictedUse: false,
  dryHours: 6,
  windMost: { value: 8, unit: 'mph' },
  temperature: { least: 50, most: 85, unit: 'degF' },
  mowing: { beforeDays: 2, afterDays: 2 },
}
const barrier: LabelRules = {
  ...leaf,
  name: 'Barrier 50 WG',
  formulation: 'WG',
  uses: [{ turf: ['tallFescue'], purpose: 'preEmergent', rate: { min: 0.2, max: 0.5, unit: 'oz/1000ft2' } }],
  wateringIn: { leastIn: 0.25, mostIn: 0.5, withinDays: 3 },
}
delete (barrier as Partial<LabelRules>).dryHours
delete (barrier as Partial<LabelRules>).windMost
delete (barrier as Partial<LabelRules>).temperature
delete (barrier as Partial<LabelRules>).mowing

const start = Date.parse('2026-04-10T04:00:00Z')
/** Mild, dry and breezy, from midnight on the yard's clock (UTC − 4). */
const fair = (
  count: number,
  change: (h: HourAhead, i: number) => Partial<HourAhead> = () => ({}),
): HourAhead[] =>
  Array.from({ length: count }, (_, i) => {
    const hour: HourAhead = {
      at: new Date(start + i * 3_600_000).toISOString(),
      day: addDays('2026-04-10', Math.floor(i / 24)),
      hour: i % 24,
      temperatureC: 18,
      rainMm: 0,
      wind: 2,
      gust: 3,
      humidity: 0.75,
      cloud: 0.5,
    }
    return { ...hour, ...change(hour, i) }
  })
const passOf = (labels: LabelRules[], more: Partial<PassToPlace> = {}): PassToPlace => ({
  ...passOfLabels(labels, ['tallFescue'], { hours: 1, states: ['growing'] }),
  ...more,
})
const ask = (hours: HourAhead[], more: Partial<WindowRequest> = {}) => {
  const outcome = computeWindows({ hours, latitude: 38, longitude: -84.5, pass: passOf([leaf]), ...more })
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusals))
  return outcome.value
}
const codesAt = (answer: ReturnType<typeof ask>, i: number) => answer.hours[i]!.shuts.map((s) => s.code)

describe('the air', () => {
  it('has the wet bulb of the paper’s own example: 20 °C at 50 % is 13.7 °C', () => {
    expect(computeWetBulb(20, 0.5)).toBeCloseTo(13.7, 1)
    expect(computeDeltaT(20, 0.5)).toBeCloseTo(6.3, 1)
  })
  it('has a Delta-T near nothing in fog and over ten in hot dry air', () => {
    expect(computeDeltaT(12, 0.99)).toBeLessThan(0.5)
    expect(computeDeltaT(34, 0.25)).toBeGreaterThan(10)
  })
})

describe('what a pass is held against', () => {
  it('is the strictest of its labels, by name; what they do not say is usual', () => {
    const limits = computePassLimits(passOf([leaf, { ...leaf, name: 'Other', dryHours: 24 }]))
    expect(limits.wind).toMatchObject({ from: { by: 'label', label: 'Leaf 30 SL' } })
    expect(limits.wind.value).toBeCloseTo(3.576, 3)
    expect(limits.rainfast).toEqual({ value: 24, from: { by: 'label', label: 'Other' } })
    expect(limits.gust.from).toEqual({ by: 'usual' })
    expect(limits.airMost?.value).toBeCloseTo(29.44, 2)
  })
  it('gives a label that is silent what is usual, beside one that is not', () => {
    const lax = { ...leaf, name: 'Lax', dryHours: 1, windMost: { value: 15, unit: 'mph' as const } }
    const { windMost: _, dryHours: __, ...silent } = leaf
    const uses = [{ purpose: 'postEmergent', turf: ['tallFescue'] } as never]
    const limits = computePassLimits(passOf([lax, { ...silent, name: 'Silent', uses }]))
    expect(limits.wind.from).toEqual({ by: 'usual' })
    expect(limits.rainfast).toEqual({ value: 24, from: { by: 'usual' } })
    // A barrier beside it asks for no dry hours of its own.
    expect(computePassLimits(passOf([lax, barrier])).rainfast?.value).toBe(1)
  })
  it('takes one’s own limit where it is stricter, never where it is looser', () => {
    expect(computePassLimits(passOf([leaf]), { wind: 2 }).wind).toEqual({ value: 2, from: { by: 'own' } })
    expect(computePassLimits(passOf([leaf]), { wind: 9 }).wind.from).toMatchObject({ by: 'label' })
    expect(computePassLimits(passOf([leaf]), { airMostC: 25, airLeastC: 15 })).toMatchObject({
      airMost: { value: 25, from: { by: 'own' } },
      airLeast: { value: 15, from: { by: 'own' } },
    })
  })
  it('asks no dry leaf of granules and no rainfast hours of a barrier', () => {
    const granules = computePassLimits(passOf([{ ...barrier, formulation: 'GR' }]))
    expect(granules.deltaT).toBeUndefined()
    expect(granules.rainfast).toBeUndefined()
    expect(granules.washOff?.value).toBe(25)
    expect(granules.wind.value).toBeGreaterThan(computePassLimits(passOf([barrier])).wind.value)
  })
})

describe('an hour is shut', () => {
  it('at night, and open in a fair forenoon', () => {
    const answer = ask(fair(48))
    expect(codesAt(answer, 2)).toContain('dark')
    expect(codesAt(answer, 10)).toEqual([])
  })
  it.each<[string, string, (h: HourAhead, i: number) => Partial<HourAhead>]>([
    ['by wind over the label', 'wind', () => ({ wind: 3.7 })],
    ['by gusts', 'gust', () => ({ gust: 7 })],
    ['by heat', 'hot', () => ({ temperatureC: 29.5 })],
    ['by cold', 'cold', () => ({ temperatureC: 9.9 })],
    ['by frost', 'frozen', () => ({ temperatureC: 0 })],
    ['by rain', 'rainNow', () => ({ rainMm: 1 })],
    ['by dry air', 'dryAir', () => ({ temperatureC: 29, humidity: 0.12 })],
  ])('%s', (_, code, change) => expect(codesAt(ask(fair(48, change)), 12)).toContain(code))
  it('for the hours a leaf needs before rain, and not an hour more', () => {
    const answer = ask(fair(48, (_, i) => (i === 18 ? { rainMm: 3 } : {})))
    expect(codesAt(answer, 11)).toEqual([])
    expect(codesAt(answer, 12)).toEqual(['rainSoon'])
    expect(answer.hours[12]!.shuts[0]!.params).toMatchObject({ inHours: 6, label: 'Leaf 30 SL' })
  })
  it('where the forecast ends before the leaf is safe', () => {
    const answer = ask(fair(16))
    expect(codesAt(answer, 9)).toEqual([])
    expect(codesAt(answer, 10)).toEqual(['notKnown'])
  })
  it('in clear calm with the sun low; for coarse drops that is a caution', () => {
    const still = fair(48, () => ({ wind: 0.8, cloud: 0.1 }))
    expect(codesAt(ask(still), 8)).toContain('inversion')
    const coarse = ask(still, { pass: passOf([leaf], { droplet: 'coarse' }) })
    expect(codesAt(coarse, 8)).not.toContain('inversion')
    expect(coarse.hours[8]!.cautions.map((c) => c.code)).toContain('inversionCoarse')
    expect(codesAt(ask(still), 13)).toEqual([])
  })
  it('with dew on the leaf, and for two hours after rain', () => {
    const answer = ask(
      fair(48, (h, i) => (h.hour === 8 ? { humidity: 0.97 } : i === 30 ? { rainMm: 2 } : {})),
    )
    expect(codesAt(answer, 8)).toEqual(['leafWet'])
    expect(codesAt(answer, 32)).toContain('leafWet')
    expect(codesAt(answer, 33)).not.toContain('leafWet')
  })
  it('around a mowing, by a family’s hour, by days without time and before the label’s interval', () => {
    const hours = fair(24 * 6)
    const mown = ask(hours, { mowDays: ['2026-04-12'] })
    expect(codesAt(mown, 12)).toEqual([])
    expect([1, 2, 3].map((d) => codesAt(mown, d * 24 + 12))).toEqual([['mowing'], ['mowing'], ['mowing']])
    expect(codesAt(mown, 4 * 24 + 12)).toEqual([])
    const party = { from: '2026-04-10T19:00:00Z', to: '2026-04-10T21:00:00Z' }
    const kept = ask(hours, { occupied: [party] })
    // Three hours to dry: 15 h on the lawn shuts from 12 h (the hour ends at 13 h, dry by 16 h) on.
    expect(codesAt(kept, 10)).toEqual([])
    expect(codesAt(kept, 12)).toEqual(['family'])
    expect(codesAt(ask(hours, { noTime: [{ from: '2026-04-10', to: '2026-04-10' }] }), 12)).toEqual([
      'noTime',
    ])
    const early = passOf([leaf], { notBefore: { day: '2026-04-12', label: 'Leaf 30 SL' } })
    expect(codesAt(ask(hours, { pass: early }), 12)).toEqual(['tooSoon'])
    expect(codesAt(ask(hours, { pass: early }), 60)).toEqual([])
  })
  it('before a downpour that would wash a barrier away, while a soft rain is welcome', () => {
    const rain = (mm: number) => fair(72, (_, i) => (i >= 20 && i < 26 ? { rainMm: mm } : {}))
    const pass = passOf([barrier])
    expect(codesAt(ask(rain(6), { pass }), 12)).toEqual(['washOff'])
    expect(codesAt(ask(rain(1.5), { pass }), 12)).toEqual([])
  })
  it('in drought, for the leaf only', () => {
    expect(codesAt(ask(fair(48), { pass: passOf([leaf], { states: ['drought'] }) }), 12)).toEqual(['drought'])
    expect(codesAt(ask(fair(48), { pass: passOf([barrier], { states: ['drought'] }) }), 12)).toEqual([])
  })
})

describe('windows', () => {
  it('say what opens and what closes them, and where in them the air is best', () => {
    const answer = ask(
      fair(48, (h) =>
        h.hour >= 14 && h.hour < 20 ? { wind: 4 } : h.hour === 11 ? { wind: 1, gust: 1.5 } : {},
      ),
    )
    const [first] = answer.windows
    expect(first!.opens?.code).toBe('dark')
    expect(first!.closes?.code).toBe('wind')
    expect(first!.to).toBe(14)
    expect(first!.best).toMatchObject({ from: 11, to: 12 })
  })
  it('are offered from the day the pass is meant for on, and stand in the picture before', () => {
    const hours = fair(72)
    const later = ask(hours, { meantFor: '2026-04-11' })
    expect(later.windows).toEqual(ask(hours).windows)
    expect(ask(hours).best[0]!.best.from).toBeLessThan(24)
    expect(later.best.length).toBeGreaterThan(0)
    for (const { best } of later.best) expect(later.hours[best.from]!.day >= '2026-04-11').toBe(true)
    expect(ask(hours, { meantFor: '2026-05-01' }).best).toEqual([])
  })
  it('are long enough for the pass', () => {
    const gaps = fair(48, (h) => (h.hour % 3 === 0 ? { wind: 4 } : {}))
    expect(ask(gaps).windows.length).toBeGreaterThan(2)
    expect(ask(gaps, { pass: passOf([leaf], { hours: 2.5 }) }).windows).toEqual([])
  })
  it('are refused without hours, with a gap in them, and for a pass of no length', () => {
    const codeOf = (more: Partial<WindowRequest>) => {
      const outcome = computeWindows({
        hours: fair(24),
        latitude: 38,
        longitude: 0,
        pass: passOf([leaf]),
        ...more,
      })
      return outcome.ok ? undefined : outcome.refusals[0]!.code
    }
    expect(codeOf({ hours: [] })).toBe('noHours')
    expect(codeOf({ hours: fair(24).filter((_, i) => i !== 5) })).toBe('hoursGap')
    expect(codeOf({ pass: passOf([leaf], { hours: 0 }) })).toBe('passHours')
    expect(codeOf({ hours: fair(24 * 17) })).toBe('hoursTooMany')
  })
  it('never break a limit, over any weather', () => {
    const anyHours = fc.integer({ min: 1, max: 1e6 }).map((seed) => {
      const random = seededRandom(seed)
      return fair(120, () => ({
        temperatureC: -5 + 40 * random(),
        rainMm: random() < 0.06 ? 6 * random() : 0,
        wind: 6 * random() ** 2,
        gust: 9 * random() ** 2,
        humidity: 0.3 + 0.7 * random(),
        cloud: random(),
      }))
    })
    const anyOwn = fc.record(
      {
        wind: fc.double({ min: 1, max: 6, noNaN: true }),
        airMostC: fc.double({ min: 15, max: 40, noNaN: true }),
      },
      { requiredKeys: [] },
    )
    let offered = 0
    fc.assert(
      fc.property(
        anyHours,
        anyOwn,
        fc.constantFrom(leaf, barrier),
        fc.integer({ min: 1, max: 3 }),
        (hours, own, label, length) => {
          const answer = ask(hours, {
            own,
            pass: passOf([label], { hours: length }),
            mowDays: ['2026-04-13'],
            occupied: [{ from: '2026-04-11T16:00:00Z', to: '2026-04-11T17:00:00Z' }],
          })
          for (const window of answer.windows) {
            expect(window.to - window.from).toBeGreaterThanOrEqual(length)
            for (let i = window.from; i < window.to; i++) {
              offered++
              const h = hours[i]!
              // Written out again, without the code under test.
              expect(h.wind).toBeLessThanOrEqual(Math.min(own.wind ?? 99, label === leaf ? 3.5763 : 4.4705))
              expect(h.temperatureC).toBeGreaterThan(0)
              expect(h.temperatureC).toBeLessThanOrEqual(own.airMostC ?? 99)
              expect(h.rainMm).toBeLessThanOrEqual(0.2)
              expect(
                Date.parse(h.at) + 4 * 3_600_000 <= Date.parse('2026-04-11T16:00:00Z') ||
                  h.at >= '2026-04-11T17',
              ).toBe(true)
              if (label === leaf) {
                expect(h.temperatureC).toBeGreaterThanOrEqual(10)
                expect(h.temperatureC).toBeLessThanOrEqual(29.45)
                const next = hours.slice(i + 1, i + 7)
                expect(next).toHaveLength(6)
                expect(next.every((n) => n.rainMm <= 0.2)).toBe(true)
                expect(['2026-04-12', '2026-04-13', '2026-04-14']).not.toContain(h.day)
              } else
                expect(hours.slice(i + 1, i + 25).reduce((s, n) => s + n.rainMm, 0)).toBeLessThanOrEqual(25)
            }
          }
        },
      ),
      { numRuns: 300 },
    )
    expect(offered).toBeGreaterThan(500)
  })
})

describe('after a pass', () => {
  it('counts the rain that is forecast towards watering in, and places the mower', () => {
    const hours = fair(96, (_, i) => (i >= 30 && i < 33 ? { rainMm: 2.54 } : {}))
    const { limits } = ask(hours, { pass: passOf([barrier]) })
    const plan = placeAfter([barrier], limits, hours, 10)
    expect(plan.watering).toMatchObject({
      leastIn: 0.25,
      by: new Date(start + (11 + 72) * 3_600_000).toISOString(),
    })
    expect(plan.watering!.rainIn).toBeCloseTo(0.3, 9)
    expect(plan.watering!.rainDoes).toBe(hours[33]!.at)
    expect(plan.watering!.leftIn).toBe(0)
  })
  it('asks for no water where no label does', () => {
    const { limits, hours } = ask(fair(48))
    expect(placeAfter([leaf], limits, hours, 12)).toEqual({
      keepOffUntil: new Date(start + 16 * 3_600_000).toISOString(),
      mownBefore: '2026-04-08',
      mowFrom: '2026-04-12',
    })
  })
})
