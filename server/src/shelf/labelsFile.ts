import { randomUUID } from 'node:crypto'
import { isDeepStrictEqual } from 'node:util'
import Papa from 'papaparse'
import { almanac } from '@jardinero/almanac'
import * as wire from '@jardinero/contract/shelf'
import type { Refusal } from '@jardinero/core/quantity'
import { findContradictions, kindOf, type LabelRules } from '@jardinero/core/shelf'
import type { App } from '../platform/app.ts'
import { toWire } from '../platform/collection.ts'
import { takeFiles } from '../tasks/index.ts'
import { ProblemError } from '../platform/problem.ts'
import type { AccountScope } from '../platform/scope.ts'

/** What makes a label unfit to keep. */
export const refusalsOf = (rules: LabelRules, at = 'rules'): Refusal[] =>
  findContradictions(rules, almanac.actives, { at })
    .filter((f) => f.weight === 'refuse')
    .map(({ weight: _, ...refusal }) => refusal)

const labelsOf = async (scope: AccountScope): Promise<wire.Label[]> =>
  (await scope.find('label')).map(toWire<wire.Label>).sort((a, b) => (a.rules.name < b.rules.name ? -1 : 1))

async function exportLabels(scope: AccountScope): Promise<wire.LabelsFile> {
  const labels = await labelsOf(scope)
  return { format: wire.labelsFileFormat, version: 1, labels: labels.map((l) => l.rules) }
}

const nameOf = ({ name }: LabelRules): string => name.trim().toLowerCase()
/**
 * Takes labels in, all or none; one that is here already, word for word, stays, and one that differs from the label of its name is told, not
 * taken: its owner decides which of the two holds. @throws ProblemError refused with every fault and its place
 */
export async function importLabels(
  scope: AccountScope,
  { labels }: wire.LabelsFile,
): Promise<wire.LabelsTaken> {
  const faults = labels.flatMap((rules, i) => refusalsOf(rules, `labels.${i}`))
  if (faults.length) throw new ProblemError('refused', faults)
  const here = await labelsOf(scope)
  const taken: wire.LabelsTaken = { added: [], kept: [], differing: [] }
  for (const rules of labels) {
    const ofName = here.find((l) => nameOf(l.rules) === nameOf(rules))
    if ([...here, ...taken.added].some((l) => isDeepStrictEqual(l.rules, rules))) taken.kept.push(rules.name)
    else if (ofName) taken.differing.push({ id: ofName.id, rules })
    else
      taken.added.push(
        toWire((await scope.add<wire.Label>('label', { id: randomUUID(), rules, version: 1 })).row),
      )
  }
  return taken
}

const listColumns = [
  'name',
  'kind',
  'sample',
  'formulation',
  'registration',
  'actives',
  'groups',
  'turf',
  'purpose',
  'rate_min',
  'rate_max',
  'rate_unit',
  'annual_max',
  'annual_unit',
  'annual_of',
  'interval_days',
  'passes_a_year',
  'seeding_interval_days',
  'dry_hours',
  'signal_word',
  'restricted_use',
] as const

/** One line a line of directions; labels without directions have one line of their own. */
function listRows(rules: LabelRules): unknown[][] {
  const head = [
    rules.name,
    kindOf(rules),
    rules.sample,
    rules.formulation,
    rules.registration ?? '',
    rules.actives
      .map(({ name, strength: { value, unit, basis } }) =>
        unit === 'none' ? name : `${name} ${value} ${unit} ${basis}`,
      )
      .join('; '),
    rules.actives.map((a) => a.group ?? '').join('; '),
  ]
  const tail = [rules.seedingIntervalDays ?? '', rules.dryHours ?? '', rules.signalWord, rules.restrictedUse]
  if (!rules.uses.length) return [[...head, ...Array<string>(10).fill(''), ...tail]]
  return rules.uses.map((use) => [
    ...head,
    use.turf.join(' '),
    use.purpose,
    use.rate.min,
    use.rate.max,
    use.rate.unit,
    use.annualMaximum?.value ?? '',
    use.annualMaximum?.unit ?? '',
    use.annualMaximum?.of ?? '',
    use.minimumIntervalDays ?? '',
    use.applicationsPerYear ?? '',
    ...tail,
  ])
}

const stockColumns = [
  'label',
  'amount',
  'unit',
  'bought_on',
  'opened_on',
  'counted',
  'counted_unit',
  'counted_on',
  'price',
] as const
const stockRow = (
  label: string,
  { amount, boughtOn, openedOn, counted, priceCents }: wire.StockRow,
): unknown[] => [
  label,
  amount.value,
  amount.unit,
  boughtOn,
  openedOn ?? '',
  counted?.amount.value ?? '',
  counted?.amount.unit ?? '',
  counted?.day ?? '',
  priceCents === null ? '' : priceCents / 100,
]

const tags = ['shelf']
export function labelsFileRoutes(app: App): void {
  app.get(
    '/api/shelf/labels.json',
    { schema: { tags, summary: 'All labels as one file' } },
    (request, reply) =>
      app.scoped(request, (scope) => {
        void reply.header('content-disposition', 'attachment; filename="labels.json"')
        return exportLabels(scope)
      }),
  )
  app.get(
    '/api/shelf/labels.csv',
    { schema: { tags, summary: 'Labels as a list, one line a line of directions' } },
    (request, reply) =>
      app.scoped(request, async (scope) => {
        void reply
          .type('text/csv; charset=utf-8')
          .header('content-disposition', 'attachment; filename="labels.csv"')
        const labels = await labelsOf(scope)
        return Papa.unparse(
          { fields: [...listColumns], data: labels.flatMap((l) => listRows(l.rules)) },
          { escapeFormulae: true, newline: '\r\n' },
        )
      }),
  )
  app.get('/api/shelf/stock.csv', { schema: { tags, summary: 'Packages as a list' } }, (request, reply) =>
    app.scoped(request, async (scope) => {
      void reply
        .type('text/csv; charset=utf-8')
        .header('content-disposition', 'attachment; filename="stock.csv"')
      const names = new Map((await labelsOf(scope)).map((l) => [l.id, l.rules.name]))
      const stock = await scope.find<wire.StockRow>('stock_package')
      return Papa.unparse(
        { fields: [...stockColumns], data: stock.map((box) => stockRow(names.get(box.labelId) ?? '', box)) },
        { escapeFormulae: true, newline: '\r\n' },
      )
    }),
  )
  takeFiles(app, [
    {
      url: '/api/shelf/labels.json',
      kind: 'labels',
      tag: 'shelf',
      summary: 'Take labels in from a file, as a task',
      body: wire.labelsFile,
      bodyLimit: 4 * 1024 * 1024,
    },
  ])
}
