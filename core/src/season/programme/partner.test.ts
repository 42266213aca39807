import { expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import type { LabelId } from '../../quantity/index.ts'
import { usualSituation } from '../../shelf/index.ts'
import { partnerActives, preEmergentActives } from './partner.ts'
import type { PlanZone, ProgrammePass } from './programme.ts'

const tarnfold = almanac.sampleLabels.find((l) => l.code === 'tarnfold')!
const pass = {
  labelId: tarnfold.code as LabelId,
  rate: { value: 0.4, unit: 'oz/1000ft2' },
  zones: ['z'],
} as ProgrammePass
const on = (turf: string) =>
  partnerActives(
    pass,
    {
      labels: [{ id: tarnfold.code as LabelId, rules: tarnfold.rules }],
      barriers: almanac.barriers,
      zones: [{ id: 'z', turf, state: 'growing', passes: [] } as unknown as PlanZone],
    },
    almanac.actives,
  )

it('a partner is of another group, and the turf stands it', () => {
  const names = on('tallFescue').map((a) => a.name)
  // Group 3 goes down already: dithiopyr would add nothing against resistance.
  expect(names).not.toContain('dithiopyr')
  expect(names).toContain('isoxaben')
  expect(names).not.toContain('atrazine')
  expect(on('centipedegrass').map((a) => a.name)).toContain('atrazine')
})

it('what to look for in the shop is lawful where the lawn is', () => {
  const lookedFor = (places: string[]) =>
    preEmergentActives(
      {
        zones: [{ id: 'z', turf: 'tallFescue', state: 'growing', passes: [] } as unknown as PlanZone],
        barriers: almanac.barriers,
        around: { situation: { ...usualSituation, places }, hemisphere: 'northern', sprouts: {} } as never,
      },
      almanac.actives,
    ).map((a) => a.name)
  expect(lookedFor(['US'])).toContain('prodiamine')
  const named = (place: string) =>
    almanac.actives.filter((a) => a.law?.[place]?.kind === 'notApproved').map((a) => a.name)
  for (const place of ['GB', 'EU']) {
    expect(named(place)).toContain('prodiamine')
    expect(lookedFor([place]).filter((name) => named(place).includes(name))).toEqual([])
  }
})
