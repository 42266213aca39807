import { almanac, plantAlmanac } from '@jardinero/almanac'
import type { Truth, TruthLine } from './truth.ts'

/** What an invented label looks like on paper: HTML, one page after the other. */
export function printLabel(t: Truth): string {
  const front = `<h1>${t.name}</h1><p class="class">${t.className}</p>
    <p>${t.purpose === 'preEmergent' ? choose(t, 'front', ['For preemergence control of grass and broadleaf weeds in established turf', 'Preemergent herbicide for lawns']) : choose(t, 'front', ['Postemergent herbicide for the control of listed weeds in turf', 'Controls emerged weeds in established lawns. Postemergence use.'])}</p>
    ${statement(t)}<p class="big">KEEP OUT OF REACH OF CHILDREN</p><p class="big">${t.signalWord.toUpperCase()}</p>
    <p>${choose(t, 'reg', ['EPA Reg. No.', 'Registration No.:', 'Reg. No.'])} ${t.registration}</p>
    <p>${contents(t)}</p>`
  const pages: Record<Truth['layout'], () => string> = {
    homeCard: () =>
      `<section class="card">${front}${precautions(t)}<h2>Directions for use</h2>${turfList(t)}${proseRate(t)}${limits(t)}${weeds(t)}</section>`,
    booklet: () =>
      `<section>${front}</section><section><div class="two">${precautions(t)}<h2>Directions for use</h2>${limits(t)}${weeds(t)}</div><h2>Application rates</h2>${rateTable(t)}</section>`,
    lengthMatrix: () =>
      `<section>${front}<div class="two">${precautions(t)}${limits(t)}</div></section><section><h2>Directions for use</h2>${matrix(t)}${weeds(t)}</section>`,
    weedTable: () =>
      `<section>${front}${precautions(t)}</section><section><h2>Directions for use</h2>${turfList(t)}${limits(t)}${weedTable(t)}</section>`,
    proTable: () =>
      `<section>${front}<div class="two">${precautions(t)}<h2>Product information</h2>${limits(t)}</div></section><section>${proTable(t)}${weeds(t)}</section>`,
    metric: () =>
      `<section>${front}${precautions(t)}<h2>Directions for use</h2>${metricTable(t)}${limits(t)}${weeds(t)}</section>`,
    bag: () =>
      `<section class="bag">${front}<div class="two">${precautions(t)}<h2>Directions for use</h2>${turfList(t)}${proseRate(t)}${limits(t)}</div>${weeds(t)}</section>`,
    lengthRows: () =>
      `<section>${front}</section><section><div class="two">${precautions(t)}<h2>General information</h2>${limits(t)}</div>${lengthRows(t)}${weeds(t)}</section>`,
  }
  return `<!doctype html><meta charset="utf-8"><title>${t.name}</title><style>${style(t)}</style>${pages[t.layout]()}`
}

const choose = (t: Truth, what: string, ways: string[]): string =>
  ways[Math.floor(t.phrase(what) * ways.length)]!

const style = (t: Truth) => `
@page { size: Letter; margin: 0.6in }
body { font: ${choose(t, 'size', ['10.5pt', '11.5pt', '12pt'])}/1.35 ${choose(t, 'font', ['serif', 'sans-serif'])}; color: #111; margin: 0 }
section { break-after: page } section:last-child { break-after: auto }
h1 { font-size: 30pt; margin: 0.1in 0 } h2 { font-size: 14pt; margin: 12pt 0 4pt } p { margin: 4pt 0 }
.big { font-size: 15pt; font-weight: bold } .class { font-size: 13pt }
.two { columns: 2; column-gap: 0.35in } .card { max-width: 5in } .bag h1 { font-size: 40pt }
table { border-collapse: collapse; margin: 6pt 0; width: 100% }
td, th { ${choose(t, 'rules', ['border: 1px solid #333', 'border-bottom: 1px solid #999', 'border: 0'])}; padding: 4pt 7pt; text-align: left; vertical-align: ${choose(t, 'align', ['top', 'middle'])} }
.lead { display: flex; justify-content: space-between }`

const turfName = (code: string) => almanac.turf.find((x) => x.code === code)!.names['US']![0]!
const plantName = (code: string) => {
  const plant = plantAlmanac.plants.find((p) => p.code === code)!
  return plant.names['US']?.[0] ?? plant.botanical
}
const listed = (names: string[]) =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`

function statement(t: Truth): string {
  const rows = t.actives.map((a, i) => {
    const name =
      a.strength.basis === 'ae' && !/amine|ammonium/.test(a.name) ? `${a.name}, present as its salt` : a.name
    return `<div class="lead"><span>${name}${choose(t, 'dots', [' . . . . . . . .', ':', '*'])}</span><span>${t.percents[i]}%</span></div>`
  })
  const rest = Math.round((100 - t.percents.reduce((a, b) => a + b, 0)) * 100) / 100
  const strength = t.actives.map((a) => {
    if (a.strength.unit === 'percent')
      return a.strength.basis === 'ae' ? `Acid equivalent: ${a.name} ${a.strength.value}%.` : ''
    const per = a.strength.unit === 'lb/gal' ? 'per gallon' : 'per litre'
    const unit = a.strength.unit === 'lb/gal' ? choose(t, 'lb', ['lb', 'pounds', 'lbs.']) : 'g'
    return a.strength.basis === 'ae'
      ? `Contains ${a.strength.value} ${unit} ${a.name} acid equivalent ${per}.`
      : `${choose(t, 'contains', ['Contains', '*This product contains'])} ${a.strength.value} ${unit} ${choose(t, 'of', ['of ', ''])}${a.name} ${per}.`
  })
  const dense = t.density
    ? `<p>${choose(t, 'dense', ['Weighs', 'This product weighs'])} ${t.density.value} pounds per gallon.</p>`
    : ''
  return `<p><b>${choose(t, 'active', ['ACTIVE INGREDIENT:', 'Active Ingredients:', 'ACTIVE INGREDIENT(S)'])}</b></p>${rows.join('')}
    <div class="lead"><span>${choose(t, 'other', ['OTHER INGREDIENTS:', 'Inert ingredients'])}</span><span>${rest}%</span></div>
    <div class="lead"><span>TOTAL</span><span>100.00%</span></div>${strength.map((s) => (s ? `<p>${s}</p>` : '')).join('')}${dense}`
}

const unitWords: Record<string, string[]> = {
  oz: ['oz', 'ounces'],
  lb: ['lb', 'pounds', 'lbs.'],
  floz: ['fl oz', 'fluid ounces', 'fl. oz.'],
  qt: ['quart'],
  gal: ['gallons', 'gal'],
  L: ['L', 'litres'],
  mL: ['mL'],
  pt: ['pints', 'pt'],
}
const wordOf = (t: Truth, unit: string) => choose(t, `unit ${unit}`, unitWords[unit]!)
const contents = (t: Truth) =>
  `${choose(t, 'net', t.kind === 'liquid' ? ['Net contents:', 'NET CONTENTS'] : ['Net weight:', 'NET WT.'])} ${t.contents.value} ${wordOf(t, t.contents.unit)}`

const groundWords = (t: Truth, area: string) =>
  area === '1000ft2'
    ? choose(t, 'ft', ['1,000 sq. ft.', '1,000 sq ft', '1000 square feet'])
    : area === 'acre'
      ? 'acre'
      : choose(t, 'm2', ['100 m²', '100 m2', '100 square metres'])
/** Halves and quarters now and then as fractions. */
const figure = (t: Truth, value: number): string => {
  const parts: Record<string, string> = { '0.5': '1/2', '0.25': '1/4', '0.75': '3/4' }
  const [whole, rest] = [Math.floor(value), Math.round((value % 1) * 1000) / 1000]
  const part = parts[String(rest)]
  if (!part || t.phrase('fractions') < 0.6) return String(value)
  return whole ? `${whole}${choose(t, 'mixed', [' ', '-'])}${part}` : part
}
const span = (t: Truth, rate: { min: number; max: number }) =>
  rate.min === rate.max
    ? figure(t, rate.min)
    : `${figure(t, rate.min)}${choose(t, 'to', [' to ', ' - ', '–'])}${figure(t, rate.max)}`
const perWords = (t: Truth, unit: string) => {
  const [top, ground] = unit.split('/') as [string, string]
  return `${wordOf(t, top)} per ${groundWords(t, ground)}`
}

function precautions(t: Truth): string {
  const gear = choose(t, 'gear', [
    'Applicators and other handlers must wear: long-sleeved shirt and long pants, waterproof gloves, shoes plus socks, and protective eyewear.',
    'Wear a long-sleeved shirt, chemical-resistant gloves, boots and goggles when mixing.',
  ])
  const off = t.keepOff.hours
    ? `Keep people and pets off treated areas for ${t.keepOff.hours} hours and until sprays have dried.`
    : choose(t, 'off', [
        'Do not enter or allow others to enter treated areas until sprays have dried.',
        'Keep children and pets off the treated area until it has dried.',
      ])
  return `<h2>Precautionary statements</h2><p>Harmful if swallowed. Causes moderate eye irritation. Wash hands before eating. ${gear}</p><p>${off}</p>
    <p>First aid: call a poison control center or doctor. Have the container with you. Rinse skin with water for 15 to 20 minutes.</p>
    <p>Do not apply directly to water. Drift may hurt plants near by. Store in the original container above 32°F.</p>`
}

const turfList = (t: Truth) => {
  const names = listed(t.lines[0]!.turf.map(turfName))
  return `<p>${choose(t, 'turf', [`For use on established lawns of ${names}.`, `Turf: ${names}. Use on established turf only.`, `May be used on these grasses: ${names}.`])}</p>`
}
function proseRate(t: Truth): string {
  const { rate } = t.lines[0]!
  const said = `${span(t, rate)} ${perWords(t, rate.unit)}`
  const spread = t.kind === 'granule' ? 'Spread' : 'Apply'
  const spot = t.spot
    ? `<p>${choose(t, 'spot', ['Spot treatment: mix', 'For spots, use'])} ${figure(t, t.spot.amount.value)} ${wordOf(t, 'floz')} ${choose(t, 'spotPer', ['per gallon of water', 'in 1 gallon of water'])} and spray to wet.</p>`
    : ''
  return `<p>${spread} ${choose(t, 'rate', [said, `at a rate of ${said}`, `${said} of lawn`])}.</p>${spot}`
}

const amountPer = (t: Truth, m: NonNullable<Truth['annualMaximum']>) =>
  `${figure(t, m.value)} ${perWords(t, m.unit)}`
function limits(t: Truth): string {
  const year = t.annualMaximum
    ? choose(t, 'year', [
        `Do not apply more than ${amountPer(t, t.annualMaximum)} per year.`,
        `The maximum annual amount is ${amountPer(t, t.annualMaximum)}.`,
        `Do not exceed ${amountPer(t, t.annualMaximum)} in any calendar year.`,
      ])
    : ''
  const words = ['one', 'two', 'three', 'four', 'five']
  const passes = choose(t, 'passes', [
    `Do not make more than ${words[t.applicationsPerYear - 1]} (${t.applicationsPerYear}) applications per year.`,
    `Maximum of ${t.applicationsPerYear} applications per year.`,
  ])
  const days = t.minimumIntervalDays
  const interval = choose(t, 'interval', [
    `Minimum re-treatment interval: ${days} days.`,
    `Allow at least ${days} days between applications.`,
    ...(days % 7 === 0 ? [`Wait ${days / 7} weeks before repeating.`] : []),
  ])
  const water = t.minimumCarrier
    ? `<p>${choose(t, 'carrier', [`Apply in at least ${figure(t, t.minimumCarrier)} gallons of water per 1,000 sq ft.`, `Use a minimum of ${figure(t, t.minimumCarrier)} gallons of spray per 1,000 square feet.`])}</p>`
    : ''
  const w = t.wateringIn
  const wateredIn = w
    ? `<p>${choose(t, 'in', [`Water in with at least ${span(t, { min: w.leastIn, max: w.mostIn })} inch of irrigation or rainfall within ${w.withinDays} days.`, `For best results the area should receive ${span(t, { min: w.leastIn, max: w.mostIn })} inches of rain or irrigation within ${w.withinDays} days of application.`])}</p>`
    : ''
  const dry = t.dryHours
    ? `<p>${choose(t, 'dry', [`Rainfast in ${t.dryHours} hours.`, `Do not irrigate for ${t.dryHours} hours after application.`, `Do not apply if rain is expected within ${t.dryHours} hours.`])}</p>`
    : ''
  const wait = t.seedingMonths
    ? `${t.seedingMonths} months`
    : t.seedingIntervalDays % 7 === 0
      ? `${t.seedingIntervalDays / 7} weeks`
      : `${t.seedingIntervalDays} days`
  const seeding = choose(t, 'seed', [
    `Do not seed or overseed within ${wait} after application.`,
    `Wait at least ${wait} before reseeding or overseeding.`,
  ])
  const young = choose(t, 'young', [
    `Do not apply to seedling turf until after the ${['first', 'second', 'third', 'fourth'][t.seedlingMowings - 1]} mowing.`,
    `New lawns must have been mowed at least ${t.seedlingMowings} times.`,
  ])
  const { beforeDays: b, afterDays: a } = t.mowing
  const mow =
    b === a
      ? choose(t, 'mow', [
          `Do not mow for ${b} days before or after treatment.`,
          `Do not mow ${b} days before and ${a} days after application.`,
        ])
      : `Do not mow ${b} day before and ${a} days after application.`
  const speed = `${t.windMost.value} ${t.windMost.unit === 'mph' ? choose(t, 'mph', ['mph', 'miles per hour']) : 'km/h'}`
  const wind = choose(t, 'wind', [
    `Do not spray when wind speed exceeds ${speed}.`,
    `Do not apply when winds are greater than ${speed}.`,
  ])
  const heat = t.temperatureMost
    ? `<p>${choose(t, 'heat', [`Do not apply when air temperatures exceed ${t.temperatureMost}°F.`, `Avoid use when the temperature is above ${t.temperatureMost} degrees F.`])}</p>`
    : ''
  const adjuvant = !t.adjuvant
    ? ''
    : t.adjuvant.rule === 'forbids'
      ? '<p>Do not add a surfactant to this product.</p>'
      : `<p>Add a ${t.adjuvant.classes[0] === 'NIS' ? 'nonionic surfactant (NIS) at 0.25% v/v' : 'methylated seed oil (MSO) at 0.5% v/v'} to the tank.</p>`
  return `<p>${year} ${passes} ${interval}</p>${water}${wateredIn}${dry}<p>${seeding} ${young}</p><p>${mow} ${wind}</p>${heat}${adjuvant}`
}

const weeds = (t: Truth) =>
  `<h2>${choose(t, 'weeds', ['Weeds controlled', 'Controls the following weeds'])}</h2><p>${t.controls.map(plantName).join(', ')}</p>`

const table = (head: string[], rows: string[][]) =>
  `<table><tr>${head.map((h) => `<th>${h}</th>`).join('')}</tr>${rows.map((r) => `<tr>${r.map((c) => `<td>${c}</td>`).join('')}</tr>`).join('')}</table>`
const turfCell = (t: Truth, line: TruthLine) =>
  line.turf.map(turfName).join(choose(t, 'cell', [', ', '<br>']))

function rateTable(t: Truth): string {
  const { unit } = t.lines[0]!.rate
  return choose(t, 'unitPlace', ['head', 'cell']) === 'head'
    ? table(
        [choose(t, 'turfHead', ['Turfgrass', 'Turf species']), `Rate (${perWords(t, unit)})`],
        t.lines.map((l) => [turfCell(t, l), span(t, l.rate)]),
      )
    : table(
        ['Turfgrass', 'Use rate'],
        t.lines.map((l) => [turfCell(t, l), `${span(t, l.rate)} ${perWords(t, unit)}`]),
      )
}
function proTable(t: Truth): string {
  const [line] = t.lines
  return `<h2>Directions for use</h2>${table(
    [
      'Turfgrass',
      `Rate ${perWords(t, line!.rate.unit)}`,
      `Rate ${perWords(t, line!.perAcre!.unit)}`,
      `Maximum per year (${perWords(t, line!.rate.unit)})`,
    ],
    t.lines.map((l) => [
      turfCell(t, l),
      span(t, l.rate),
      span(t, l.perAcre!),
      figure(t, l.annualMaximum!.value),
    ]),
  )}`
}
function metricTable(t: Truth): string {
  return table(
    [
      'Situation',
      `Rate ${groundWords(t, '100m2').startsWith('100') ? `per ${groundWords(t, '100m2')}` : ''}`,
      'Critical comments',
    ],
    t.lines.map((l) => [
      turfCell(t, l),
      `${span(t, l.rate)} mL`,
      choose(t, 'comment', ['Apply to actively growing turf.', 'Treat when weeds are young.']),
    ]),
  )
}
const monthsOf = (days: number) => Math.round(days / 30)
function matrix(t: Truth): string {
  const lengths = t.lines[0]!.lengths!
  return `<p>Rates in ${perWords(t, t.lines[0]!.rate.unit)} by length of control</p>${table(
    [
      'Turfgrass',
      ...lengths.map(
        (l) =>
          `${monthsOf(l.leastDays)}${choose(t, 'to', [' to ', ' - ', '–'])}${monthsOf(l.mostDays)} months`,
      ),
    ],
    t.lines.map((l) => [turfCell(t, l), ...l.lengths!.map((x) => figure(t, x.min))]),
  )}`
}
function lengthRows(t: Truth): string {
  return `<h2>Length of control</h2>${table(
    ['Turfgrass', 'Months of control', `Rate (${perWords(t, t.lines[0]!.rate.unit)})`],
    t.lines.flatMap((l) =>
      l.lengths!.map((x, i) => [
        i ? '' : turfCell(t, l),
        `${monthsOf(x.leastDays)} to ${monthsOf(x.mostDays)}`,
        figure(t, x.min),
      ]),
    ),
  )}`
}
function weedTable(t: Truth): string {
  const { rate } = t.lines[0]!
  const half = Math.ceil(t.controls.length / 2)
  return `<h2>Weeds controlled</h2>${table(
    ['Weeds', `Rate (${perWords(t, rate.unit)})`],
    [
      [t.controls.slice(0, half).map(plantName).join(', '), figure(t, rate.min)],
      [t.controls.slice(half).map(plantName).join(', '), figure(t, rate.max)],
    ],
  )}`
}
