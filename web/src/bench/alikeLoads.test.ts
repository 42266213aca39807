import { expect, it } from 'vitest'
import type { TankMix } from '@jardinero/core/bench'
import { alikeLoads } from './alikeLoads.ts'

const load = (water: number, oz: number) =>
  ({
    water: { value: water },
    covers: { value: water * 1000 },
    doses: [{ measured: { amount: { value: oz } } }],
  }) as TankMix['loads'][number]

it('loads that are filled alike are one line, others stand apart', () => {
  const loads = [...Array.from({ length: 54 }, () => load(4, 1.28)), load(2.5, 0.8), load(4, 1.28)]
  expect(alikeLoads(loads).map(({ first, last }) => [first, last])).toEqual([
    [0, 53],
    [54, 54],
    [55, 55],
  ])
  expect(alikeLoads([load(4, 1.28), load(4, 1.29)])).toHaveLength(2)
})
