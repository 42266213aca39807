import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { drawBars } from './plots.ts'
import { mean, summarise, type Scored, type Summary } from './score.ts'
import { leads, type Known, type Result } from './work.ts'

const folder = join(import.meta.dirname, '..', '..', 'docs', 'soil')
const ember = '#cc6f1e'
const frost = '#4f7f9f'

const row = (name: string, with_: Summary, without: Summary) =>
  `| ${name} | ${with_.count} | ${(100 * with_.coverage).toFixed(0)} % | ${with_.crps.toFixed(1)} | ${without.crps.toFixed(1)} | ${with_.meanError.toFixed(1)} | ${without.meanError.toFixed(1)} | ${with_.bias.toFixed(1)} |`

/** Writes the page of the experiments with its plots: what they show, and what they do not. */
export function writeTwinsPage(results: Result[], known: Known[]): void {
  mkdirSync(folder, { recursive: true })
  const of = (is: (r: Result) => boolean) => results.filter(is)
  const both = (rows: Result[]): [Summary, Summary] => [
    summarise(rows.map((r) => r.with)),
    summarise(rows.map((r) => r.without)),
  ]
  const byLead = leads.map((lead) => both(of((r) => r.lead === lead)))
  const names = leads.map((l) => `${l} days before`)
  const plot = (name: string, svg: string) => writeFileSync(join(folder, `${name}.svg`), svg)
  plot(
    'coverage',
    drawBars({
      title: 'How often the 80 % interval holds the true day',
      groups: names,
      series: [{ name: 'with ten readings', colour: ember, values: byLead.map(([w]) => 100 * w.coverage) }],
      band: [75, 85],
      most: 100,
      unit: ' %',
    }),
  )
  plot(
    'error',
    drawBars({
      title: 'Mean error of the most likely day',
      groups: names,
      series: [
        { name: 'with ten readings', colour: ember, values: byLead.map(([w]) => w.meanError) },
        { name: 'without readings', colour: frost, values: byLead.map(([, w]) => w.meanError) },
      ],
      most: 16,
      unit: ' d',
    }),
  )
  const bins = 10
  const pit = (pick: (r: Result) => Scored) =>
    Array.from(
      { length: bins },
      (_, i) =>
        (100 * results.filter((r) => Math.min(bins - 1, Math.floor(pick(r).pit * bins)) === i).length) /
        results.length,
    )
  plot(
    'pit',
    drawBars({
      title: 'Where the truth falls among the members (flat is right)',
      groups: Array.from({ length: bins }, (_, i) => `${i * 10}–${i * 10 + 10} %`),
      series: [{ name: 'with ten readings', colour: ember, values: pit((r) => r.with) }],
      line: 10,
      most: 30,
      unit: ' %',
    }),
  )
  const referenced = known.filter((k) => k.reference !== undefined)
  const filter = mean(referenced.map((k) => Math.abs(k.dateError)))
  const full = mean(referenced.map((k) => Math.abs(k.reference!)))
  const rmse = Math.sqrt(mean(known.map((k) => k.rmseK ** 2)))
  const date = mean(known.map((k) => Math.abs(k.dateError)))
  const page = `# How sure the soil's dates are

Written by \`npm run bench\` (\`bench/soilTwins.ts\`), ${results.length} made yards. The truth of each comes from **another model** than the
forecast's: its own weather (two harmonics of the year, second-order spells, an anomaly that drifts over weeks, gamma rain, droughts of three
to four weeks) and its own ground (explicit five-minute steps, a surface that emits by the fourth power and exchanges more heat when it is
warmer than its air, freezing spread over half a degree, places and conductivities drawn at random, the yard's air off from the
station's). Of all this the forecast is told what a station and a person would tell it: extremes, rain and wind, a ten-day forecast with a growing error, and
ten probe readings of the last four weeks with an instrument's own error, a depth and a clock not quite right.

Asked is the day the five-day mean at 5 cm passes 50 °F for good in spring, or falls through 70 °F for good in autumn, 3 to 35 days before it
happens. An *atypical* edge is one that is far from what is usual: more sun, 3.5 K more heat from the wall.

| | yards | 80 % interval holds | CRPS, days | without readings | mean error, days | without readings | bias |
| --- | --- | --- | --- | --- | --- | --- | --- |
${row('all', ...both(results))}
${leads.map((lead, i) => row(`${lead} days before`, ...byLead[i]!)).join('\n')}
${(['rising', 'falling'] as const).map((trend) => row(trend === 'rising' ? 'spring' : 'autumn', ...both(of((r) => r.trend === trend)))).join('\n')}
${(['middle', 'edge', 'atypical'] as const).map((kind) => row({ middle: 'open middle', edge: 'edge', atypical: 'atypical edge' }[kind], ...both(of((r) => r.kind === kind)))).join('\n')}
${row('atypical edge, at most 7 days before', ...both(of((r) => r.kind === 'atypical' && r.lead <= 7)))}

Five weeks ahead ten readings of the last four weeks change nothing, and the mean error is a little larger with them: what the weather will do outweighs what is known of
the ground, and a winter's offset is not yet a spring's. Three days ahead the interval is too careful. "Already past" counts as a month ago, "not this season" as three months on.

![coverage](soil/coverage.svg)
![error](soil/error.svg)
![PIT](soil/pit.svg)

With the weather known to the end and ten readings that end a week before the crossing (${known.length} yards): soil at 5 cm within ${rmse.toFixed(2)} K (root mean square, 60
days), the date off by ${date.toFixed(1)} days in the mean. A full Bayesian answer to the same question, in which the ground's own parameters are drawn 160
times and weighted by the readings, is off by ${full.toFixed(2)} days, the filter by ${filter.toFixed(2)} (ratio ${(filter / full).toFixed(2)}, ${referenced.length} yards).

## What this does not show

- The other model is ours too. It differs in its equations, its weather and its numbers, but both were written by the same hand; a lawn may differ from
  both in the same way. Only a season of readings on real lawns can say more.
- Yards whose summer hardly passes 70 °F, or whose winter hardly leaves 50 °F, are left out: they have no date worth asking for.
- A warm week in late winter that lasts counts as the crossing, as the rule says. Where the soil falls back afterwards the date is early, in truth and forecast alike.
- Nothing here tests germination: its lags and shapes are estimates.
- The station stands at the yard, but for half a degree or so. A station in another valley needs its own readings more.
`
  writeFileSync(join(folder, '..', 'soil-experiments.md'), page)
}
