import { label } from '@jardinero/contract/shelf'
import { checkLabel, type LabelRules } from '@jardinero/core/shelf'
import type { Collection } from '../platform/collection.ts'

export const shelfCollections: Collection[] = [
  {
    room: 'shelf',
    path: 'labels',
    entity: 'label',
    shapes: label,
    check: (row) => checkLabel(row['rules'] as LabelRules),
  },
]
