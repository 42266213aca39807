import { expect, it } from 'vitest'
import { almanac } from '@jardinero/almanac'
import type { LabelId } from '../../quantity/index.ts'
import { partnerActives } from './partner.ts'
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
