import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  chooseTool,
  computeCalibration,
  computeMeasuredDose,
  measuringTools,
  planTankFilling,
  toolIds,
} from './bench/index.ts'
import {
  addDays,
  computeActiveRate,
  convert,
  dayNumber,
  daysBetween,
  parseLengthFt,
} from './quantity/index.ts'
import {
  checkLabel,
  computeYearShare,
  computeYearUse,
  formulations,
  type LabelRules,
  type LabelUse,
  type Pass,
} from './shelf/index.ts'
import { computeTiming, seasonOf, timingSchoolIds, type ProbeReading } from './soil/index.ts'
import { computeArea, shapeKinds, shapes, type Section } from './yard/index.ts'

const length = fc.double({ min: 0.5, max: 400, noNaN: true })
const anySection: fc.Arbitrary<Section> = fc.constantFrom(...shapeKinds).chain((kind) => {
  const [least, most] = shapes[kind].count
  return fc.record({
    name: fc.string(),
    kind: fc.constant(kind),
    lengthsFt: fc.array(length, { minLength: least, maxLength: Math.min(most, least + 5) }),
    deduction: fc.constant(false),
  })
})

describe('any taped section', () => {
  it('is measured to a positive area with an uncertainty, or refused at its field', () => {
    fc.assert(
      fc.property(anySection, (section) => {
        const measured = computeArea([section])
        if (!measured.ok) return measured.refusals.every((r) => r.field?.startsWith('sections.0'))
        const { area, uncertainty } = measured.value
        expect(area.value).toBeGreaterThan(0)
        expect(uncertainty.value).toBeGreaterThan(0)
        expect(area.working.at(-1)?.result.value).toBe(area.value)
        return true
      }),
      { numRuns: 400 },
    )
  })
  it('adds to a lawn what it measures alone, whatever stands beside it', () => {
    fc.assert(
      fc.property(fc.array(anySection, { minLength: 1, maxLength: 6 }), (sections) => {
        const together = computeArea(sections)
        const alone = sections.map((s) => computeArea([s]))
        if (!together.ok || alone.some((a) => !a.ok)) return
        const sum = alone.reduce((total, a) => total + (a.ok ? a.value.area.value : 0), 0)
        const squares = alone.reduce((total, a) => total + (a.ok ? a.value.uncertainty.value ** 2 : 0), 0)
        expect(together.value.area.value / sum).toBeCloseTo(1, 9)
        expect(together.value.uncertainty.value ** 2 / squares).toBeCloseTo(1, 9)
      }),
    )
  })
  it('never takes rubbish for a length', () => {
    const rubbish = fc.oneof(fc.constant(NaN), fc.constant(Infinity), fc.constant(-1), fc.constant(1e9))
    fc.assert(
      fc.property(anySection, rubbish, fc.nat(), (section, bad, where) => {
        const lengthsFt = section.lengthsFt.map((l, i) => (i === where % section.lengthsFt.length ? bad : l))
        expect(computeArea([{ ...section, lengthsFt }]).ok).toBe(false)
      }),
    )
  })
})

describe('any text over the tape', () => {
  it('is a finite length or refused', () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom('ft' as const, 'm' as const), (text, unit) => {
        const read = parseLengthFt(text, unit)
        expect(!read.ok || Number.isFinite(read.value)).toBe(true)
      }),
    )
  })
  it('in feet and inches is what it says', () => {
    fc.assert(
      fc.property(fc.nat(900), fc.nat(11), (feet, inches) => {
        for (const text of [`${feet}' ${inches}"`, `${feet} ft ${inches} in`, `${feet}’${inches}”`]) {
          const read = parseLengthFt(text, 'm')
          expect(read.ok && read.value).toBeCloseTo(feet + inches / 12, 9)
        }
      }),
    )
  })
})

describe('any days', () => {
  it('count back and forth over leap years', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -20_000, max: 40_000 }),
        fc.integer({ min: -4000, max: 4000 }),
        (start, days) => {
          const from = addDays('1970-01-01', start)
          expect(daysBetween(from, addDays(from, days))).toBe(days)
          expect(dayNumber(from)).toBe(start)
        },
      ),
    )
    for (const wrong of ['2026-02-30', '2026-13-01', '26-01-01', '2026-1-1', ''])
      expect(() => dayNumber(wrong)).toThrow(RangeError)
  })
  it('lie before the end of the season they are given', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 18_000, max: 24_000 }),
        fc.constantFrom('northern' as const, 'southern' as const),
        fc.constantFrom('rising' as const, 'falling' as const),
        (n, hemisphere, trend) => {
          const day = addDays('1970-01-01', n)
          const { from, to } = seasonOf(day, hemisphere, trend)
          expect(day <= to).toBe(true)
          expect(daysBetween(from, to)).toBe(trend === 'rising' ? 242 : 200)
          expect(daysBetween(from, day)).toBeGreaterThan(-170)
        },
      ),
    )
  })
})

describe('any dose', () => {
  const amounts = fc
    .record({
      planned: fc.double({ min: 0.01, max: 500, noNaN: true }),
      below: fc.double({ min: 0, max: 0.5, noNaN: true }),
      above: fc.double({ min: 0, max: 0.5, noNaN: true }),
    })
    .map(({ planned, below, above }) => ({
      planned,
      min: planned * (1 - below),
      max: planned * (1 + above),
      unit: 'oz' as const,
    }))

  it('lies on a mark between the label’s least and most, or is refused', () => {
    fc.assert(
      fc.property(amounts, fc.constantFrom(...toolIds), (dose, tool) => {
        const measured = computeMeasuredDose(dose, tool)
        if (!measured.ok)
          return measured.refusals.every((r) => ['noMarkBetween', 'toolMeasuresOther'].includes(r.code))
        const oz = convert(measured.value.amount.value, measured.value.amount.unit, 'oz')
        // Of one printed rate the mark just under it is meant.
        const least = dose.min >= 0.95 * dose.max ? Math.min(dose.min, 0.8 * dose.max) : dose.min
        expect(oz).toBeGreaterThanOrEqual(least * (1 - 1e-7))
        expect(oz).toBeLessThanOrEqual(dose.max * (1 + 1e-7))
        return true
      }),
    )
  })
  it('is measured with the tool of least error, found by trying all', () => {
    const scales = toolIds.filter((t) => measuringTools[t].measure === 'mass')
    fc.assert(
      fc.property(amounts, (dose) => {
        const errors = scales
          .map((t) => computeMeasuredDose(dose, t))
          .map((m) => (m.ok ? Math.abs(m.value.error.value) : Infinity))
        const chosen = chooseTool(dose, scales)
        const best = Math.min(...errors)
        if (best === Infinity) expect(chosen).toBeUndefined()
        else expect(errors[scales.indexOf(chosen!)]).toBe(best)
      }),
    )
  })
  it('goes into a tank that is never over its load', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 300, noNaN: true }),
        fc.constantFrom(...formulations),
        (gal, formulation) => {
          const steps = planTankFilling(gal, [{ formulation } as LabelRules])
          const levels = steps.map((s) => s.levelGal)
          expect(levels).toEqual([...levels].sort((a, b) => a - b))
          expect(levels.at(-1)).toBe(gal)
          expect(steps.map((s) => s.code)).toEqual(['water', 'product', 'agitate', 'topUp', 'prime'])
        },
      ),
    )
  })
})

describe('any runs', () => {
  it('calibrate to a volume between the least and the most of them, in any order', () => {
    const run = fc.record({
      areaSqFt: fc.double({ min: 200, max: 4000, noNaN: true }),
      volumeGal: fc.double({ min: 0.2, max: 8, noNaN: true }),
    })
    fc.assert(
      fc.property(fc.array(run, { minLength: 1, maxLength: 6 }), (runs) => {
        const there = computeCalibration(runs)
        const back = computeCalibration(runs.toReversed())
        if (!there.ok || !back.ok) return
        const rates = runs.map((r) => (r.volumeGal / r.areaSqFt) * 1000)
        expect(there.value.carrierVolume.value).toBeGreaterThanOrEqual(Math.min(...rates) * (1 - 1e-9))
        expect(there.value.carrierVolume.value).toBeLessThanOrEqual(Math.max(...rates) * (1 + 1e-9))
        expect(back.value.carrierVolume.value).toBeCloseTo(there.value.carrierVolume.value, 9)
        expect(Boolean(there.value.variation)).toBe(runs.length > 1)
      }),
    )
  })
})

describe('any passes of a year', () => {
  const use: LabelUse = {
    turf: ['t'],
    purpose: 'preEmergent',
    rate: { min: 0.2, max: 0.6, unit: 'oz/1000ft2' },
    annualMaximum: { value: 1.2, unit: 'oz/1000ft2', of: 'product' },
  }
  const rules: LabelRules = {
    name: 'X',
    sample: true,
    formulation: 'WG',
    actives: [{ name: 'a', strength: { value: 50, unit: 'percent', basis: 'ai' } }],
    uses: [use],
    keepOff: { untilDry: true, hours: 0 },
    gear: [],
    signalWord: 'none',
    restrictedUse: false,
  }
  const pass = fc
    .record({
      day: fc.integer({ min: 0, max: 700 }).map((n) => addDays('2025-01-01', n)),
      rate: fc.double({ min: 0.01, max: 0.6, noNaN: true }),
    })
    .map(({ day, rate }): Pass & { rate: number } => {
      const active = computeActiveRate(
        { value: rate, unit: 'oz/1000ft2' },
        rules.actives[0]!.strength,
        'lb/acre',
      )
      if (!active.ok) throw new Error('no rate')
      return {
        day,
        rate,
        actives: [{ name: 'A', basis: 'ai', rate: { value: active.value.value, unit: 'lb/acre' } }],
      }
    })
  it('use up exactly what was put down in it, and leave never less than nothing', () => {
    fc.assert(
      fc.property(fc.array(pass, { maxLength: 8 }), (passes) => {
        const year = computeYearUse(rules, use, passes, '2026-06-01')
        const down = passes.filter((p) => p.day.startsWith('2026')).reduce((sum, p) => sum + p.rate, 0)
        expect(year.used.value).toBeCloseTo(down, 9)
        expect(year.remaining!.value).toBeCloseTo(Math.max(0, 1.2 - down), 9)
        expect(computeYearShare(year)!.value).toBeCloseTo(down / 1.2, 9)
        expect(computeYearShare(year, { value: 0.3, unit: 'oz/1000ft2' })!.value).toBeCloseTo(
          (down + 0.3) / 1.2,
          9,
        )
      }),
    )
  })
  it('are counted alike whether the maximum is in product or in active', () => {
    fc.assert(
      fc.property(fc.array(pass, { maxLength: 5 }), (passes) => {
        const lb = convert(1.2, 'oz/1000ft2', 'lb/acre') / 2
        const byActive: LabelUse = { ...use, annualMaximum: { value: lb, unit: 'lb/acre', of: 'active' } }
        const [a, b] = [use, byActive].map((u) =>
          computeYearUse({ ...rules, uses: [u] }, u, passes, '2026-06-01'),
        )
        expect(a!.remaining!.value).toBeCloseTo(b!.remaining!.value, 9)
      }),
    )
  })
  it('a label of any numbers is judged without falling over', () => {
    const odd = fc.oneof(fc.double(), fc.constant(0), fc.constant(-1))
    fc.assert(
      fc.property(
        odd,
        odd,
        odd,
        odd,
        fc.constantFrom(...formulations),
        (min, max, annual, strength, formulation) => {
          const faults = checkLabel({
            ...rules,
            formulation,
            actives: [{ name: 'a', strength: { value: strength, unit: 'percent', basis: 'ai' } }],
            uses: [
              {
                ...use,
                rate: { ...use.rate, min, max },
                annualMaximum: { ...use.annualMaximum!, value: annual },
              },
            ],
          })
          if (min > max || strength <= 0) expect(faults.length).toBeGreaterThan(0)
        },
      ),
    )
  })
})

describe('any readings', () => {
  const places = [
    { id: 'm', name: 'M', kind: 'middle' },
    { id: 'e', name: 'E', kind: 'edge' },
  ] as const
  const reading: fc.Arbitrary<ProbeReading> = fc.record({
    placeId: fc.constantFrom('m', 'e'),
    day: fc.integer({ min: -40, max: 10 }).map((n) => addDays('2026-03-01', n)),
    hour: fc.double({ min: 0, max: 24, noNaN: true }),
    depthCm: fc.double({ min: 1, max: 20, noNaN: true }),
    temperatureC: fc.double({ min: -5, max: 30, noNaN: true }),
  })
  const ask = (readings: ProbeReading[], school: (typeof timingSchoolIds)[number]) => {
    const timing = computeTiming({
      day: '2026-03-01',
      hemisphere: 'northern',
      school,
      places: [...places],
      readings,
    })
    if (!timing.ok) throw new Error('refused')
    return timing.value
  }
  const order = ['noReadings', 'wait', 'go', 'lateAtEdge', 'late']
  it('in any order give one answer, and readings to come change nothing', () => {
    fc.assert(
      fc.property(
        fc.array(reading, { maxLength: 25 }),
        fc.constantFrom(...timingSchoolIds),
        (readings, school) => {
          const timing = ask(readings, school)
          expect(ask(readings.toReversed(), school).verdict).toBe(timing.verdict)
          expect(
            ask(
              readings.filter((r) => r.day <= '2026-03-01'),
              school,
            ).verdict,
          ).toBe(timing.verdict)
          if (timing.window && school !== 'byCalendar')
            expect(timing.window.from <= timing.window.to && timing.window.from >= '2026-03-01').toBe(true)
        },
      ),
    )
  })
  it('that are all warmer never make it earlier', () => {
    fc.assert(
      fc.property(
        fc.array(reading, { minLength: 1, maxLength: 25 }),
        fc.constantFrom('edgeLed' as const, 'oneFullPass' as const),
        fc.double({ min: 0, max: 8, noNaN: true }),
        (readings, school, warmer) => {
          const [now, then] = [0, warmer].map(
            (w) =>
              ask(
                readings.map((r) => ({ ...r, temperatureC: r.temperatureC + w })),
                school,
              ).verdict,
          )
          expect(order.indexOf(then!)).toBeGreaterThanOrEqual(order.indexOf(now!))
        },
      ),
    )
  })
})
