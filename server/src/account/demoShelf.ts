import { almanac } from '@jardinero/almanac'
import type { MassUnit, VolumeUnit } from '@jardinero/core/quantity'
import type { AccountScope } from '../platform/scope.ts'
import { demoId } from './demoPlaces.ts'

/** Sample labels the demo's owner has copied: barriers first, then what works on weeds that are up, then what goes beside it. */
const copied = [
  'tarnfold',
  'ostrel',
  'pellmere',
  'quernby',
  'hollin',
  'oakstow',
  'varnley',
  'corvane',
  'thessel',
  'dunmarl',
  'tressock',
  'rushollow',
  'quarlock',
  'kelmoor',
  'fernhold',
  'cyrfell',
  'dorrick',
  'voidmarsh',
  'feedmoor',
  'wetholm',
  'oilmere',
  'skyfen',
  'turlow',
]

interface Bought {
  label: string
  amount: { value: number; unit: MassUnit | VolumeUnit }
  boughtOn: string
  openedOn?: string
  counted?: { amount: { value: number; unit: MassUnit | VolumeUnit }; day: string }
  priceCents: number
}
/** What stands on the demo's shelf. */
const bought: Bought[] = [
  { label: 'tarnfold', amount: { value: 12, unit: 'oz' }, boughtOn: '2025-02-18', priceCents: 3400 },
  { label: 'tarnfold', amount: { value: 12, unit: 'oz' }, boughtOn: '2026-02-07', priceCents: 3550 },
  {
    label: 'tressock',
    amount: { value: 32, unit: 'floz' },
    boughtOn: '2025-04-12',
    openedOn: '2025-05-03',
    counted: { amount: { value: 21, unit: 'floz' }, day: '2026-02-07' },
    priceCents: 2200,
  },
  { label: 'rushollow', amount: { value: 1.33, unit: 'oz' }, boughtOn: '2025-06-14', priceCents: 8400 },
  {
    label: 'quarlock',
    amount: { value: 1, unit: 'lb' },
    boughtOn: '2025-06-14',
    openedOn: '2025-06-21',
    priceCents: 6800,
  },
  { label: 'wetholm', amount: { value: 16, unit: 'floz' }, boughtOn: '2025-06-14', priceCents: 1100 },
  { label: 'oilmere', amount: { value: 32, unit: 'floz' }, boughtOn: '2025-06-14', priceCents: 2100 },
  { label: 'skyfen', amount: { value: 8, unit: 'floz' }, boughtOn: '2025-02-18', priceCents: 1400 },
]

export async function addShelf(scope: AccountScope): Promise<void> {
  for (const code of copied) {
    const { rules } = almanac.sampleLabels.find((l) => l.code === code)!
    await scope.add('label', { id: demoId(`label ${code}`), rules })
  }
  for (const { label, openedOn = null, counted = null, ...box } of bought)
    await scope.add('stock_package', {
      ...box,
      openedOn,
      counted,
      id: demoId(`package ${label} ${box.boughtOn}`),
      labelId: demoId(`label ${label}`),
    })
}
