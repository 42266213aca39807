import { gradeOf, toleranceGrade, usualMost, type Doubted } from '@jardinero/core/shelf'
import { computeAgreement } from './agreement.ts'
import { baseBetween, baseDoubtK, hasPublishedBase } from '@jardinero/core/scout'
import { publications } from './basis.ts'
import { almanac, plantAlmanac } from './index.ts'
import { settled } from './second.ts'

const table = (head: string[], rows: string[][]): string =>
  [head, head.map(() => '---'), ...rows].map((cells) => `| ${cells.join(' | ')} |`).join('\n')
const percent = (part: number, of: number): string => `${Math.round((100 * part) / Math.max(1, of))} %`
const ofGrade = { excellent: 'E', good: 'G', fair: 'F', suppression: 'S', poor: 'P', none: 'N' } as const
const ofVerdict = { safe: 'safe', caution: 'caution', injures: 'injures', kills: 'kills' } as const
/** The value, and where the readings differ the two ends; one reading alone is marked. */
const told = <T extends string>(
  words: Record<T, string>,
  { value, low, high, readings }: Doubted<T>,
): string => `${low === high ? words[value] : `${words[low]}–${words[high]}`}${readings === 'one' ? '?' : ''}`
const amount = ({ low, high }: Doubted<number>): string => (low === high ? `${low}` : `${low}–${high}`)
const botanical = (code: string): string =>
  plantAlmanac.plants.find((p) => p.code === code)?.botanical ?? code

function agreement(): string {
  const rows = computeAgreement().map((a) => [
    a.table,
    `${a.cells}`,
    percent(a.equal, a.cells),
    percent(a.near, a.cells),
    `${a.onlyFirst}`,
    `${a.onlySecond}`,
    `${a.settled}`,
  ])
  return table(
    ['Table', 'Cells both have', 'Equal', 'Within one step', 'First only', 'Second only', 'Settled'],
    rows,
  )
}

function bases(): string {
  const all = almanac.actives.flatMap((a) =>
    plantAlmanac.plants.flatMap((p) => gradeOf(a, p.code, 'leaves') ?? []),
  )
  const of = (is: string) => all.filter((g) => g.readings === is).length
  const bases = plantAlmanac.plants.flatMap((p) => p.emergence ?? [])
  const published = bases.filter(hasPublishedBase).length
  return table(
    ['Figures', 'How many', 'On what they rest'],
    [
      [
        'Grades of control on young plants',
        `${all.length}`,
        `our reading of US extension tables: two readings agree ${percent(of('agree'), all.length)}, differ ${percent(of('differ'), all.length)}, one reading only ${percent(of('one'), all.length)}`,
      ],
      ['Tolerance of turf', `${almanac.actives.length * almanac.turf.length} at most`, 'the same, twice'],
      [
        'Base temperatures',
        `${bases.length}`,
        `${published} of publications (±${baseDoubtK.published} °C), ${bases.length - published} our estimate (±${baseDoubtK.estimated} °C)`,
      ],
      [
        'Half-lives of barriers',
        `${almanac.barriers.length}`,
        'fitted to label-like lengths of control; range of what is told of field dissipation',
      ],
      [
        'Most of one application and of a year',
        `${almanac.actives.length}`,
        'label convention, entered twice',
      ],
    ],
  )
}

const efficacyTable = (): string =>
  plantAlmanac.plants
    .flatMap((plant) => {
      const cells = almanac.actives.flatMap((a) => {
        const [young, old] = (['leaves', 'flowering'] as const).map((stage) => gradeOf(a, plant.code, stage))
        if (!young && !old) return []
        return `${a.name} ${[young, old].map((g) => (g ? told(ofGrade, g) : '·')).join('/')}`
      })
      return cells.length ? [`- *${plant.botanical}*: ${cells.join(', ')}`] : []
    })
    .join('\n')

const toleranceTable = (): string =>
  table(
    ['Active', ...almanac.turf.map((t) => `*${t.botanical}*`)],
    almanac.actives.map((a) => [
      a.name,
      ...almanac.turf.map(({ code }) => {
        const grade = toleranceGrade(a, code)
        return grade ? told(ofVerdict, grade) : '·'
      }),
    ]),
  )

const limitsTable = (): string =>
  table(
    ['Active', 'One application, lb/acre', 'A year, lb/acre', 'Half-life at 20 °C, days', 'Range, days'],
    almanac.actives.map((a) => {
      const barrier = almanac.barriers.find((b) => b.name === a.name)
      return [
        a.name,
        amount(usualMost(a, 'most')),
        amount(usualMost(a, 'year')),
        barrier ? `${barrier.halfLifeDays}` : '',
        barrier ? barrier.dissipationDays.join('–') : (a.soilDays?.join('–') ?? ''),
      ]
    }),
  )

const basesTable = (): string =>
  table(
    ['Plant', 'Base, °C', 'Between, °C', 'Source'],
    plantAlmanac.plants.flatMap(({ botanical: name, emergence }) => {
      if (!emergence) return []
      const from = hasPublishedBase(emergence) ? publications[emergence.source!] : undefined
      const source = from ? `${from.authors.split(',')[0]} ${from.year}` : 'our estimate'
      const between = baseBetween(emergence).map((c) => c.toFixed(1))
      return [[`*${name}*`, `${emergence.baseC}`, between.join('–'), source]]
    }),
  )

const settledTable = (): string =>
  table(
    ['Table', 'Active', 'On', 'First', 'Second', 'Kept', 'Why'],
    settled.map((s) => [
      s.table,
      s.active,
      s.table === 'efficacy' ? `*${botanical(s.on)}*` : s.on,
      s.first,
      s.second,
      s.kept,
      s.why,
    ]),
  )

/** docs/almanac.md, from the data. */
export const almanacPage = (): string => `# What the almanac rests on

Made from the data by \`npm run almanac\`; a test holds it to them. The label in your hand comes before all of it.

## How much is estimate

${bases()}

Nothing here was measured by us. Publications are named where a figure is theirs; everything else is our reading of what is
commonly told, and so an estimate.

## Two readings

Efficacy, tolerance and limits were entered a second time without looking at the first. Where the two differ, both are taken in:
control counts at its low end, harm to turf at its bad end, a limit is doubted from its low end on. What only one reader entered is marked
"?" and taken a step lower. Both readings are by one hand, those of the plants and turf
added last (docks to onion grass, browntop, blue couch, carpetgrass) on one day: that they agree says little.

${agreement()}

## What was settled

${settledTable()}

## Publications

${Object.values(publications)
  .map((p) => `- ${p.authors} (${p.year}). ${p.title}. ${p.where}. *${p.used}.*`)
  .join('\n')}

## Base temperatures

${basesTable()}

## Limits and half-lives

${limitsTable()}

## Tolerance of growing turf

${toleranceTable()}

## Control

By plant: each active on young plants / on old ones, at a usual rate. E excellent, G good, F fair, S suppression, P poor, N none,
· no such stage.

${efficacyTable()}
`
