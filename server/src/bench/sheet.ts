import type { Tank } from '@jardinero/contract/bench'
import { byHand, treatedSqFt, wateringParams, type MeasuredDose } from '@jardinero/core/bench'
import type { Words } from '@jardinero/words'
import { pageNumbers, plainText } from '../platform/pdf.ts'
import type { Page } from '../platform/page.ts'

/** The mix sheet: what a person takes to the tap. Loads, doses, order, when to water in, gear. */
export function mixSheet(tank: Tank, words: Words): Page {
  const { request, result } = tank
  const text = (key: string, params = {}) => plainText(words.say(key, params))
  const amount = ({ value, unit }: { value: number; unit: string }, asIs = false) =>
    plainText(words.quantity(value, unit, asIs))
  const names = request.products.map((p) => p.rules.name)
  const head = (cells: string[]) => cells.map((c) => ({ text: c, bold: true }))
  const gear = [...new Set(request.products.flatMap((p) => p.rules.gear))].map((g) => text(`gear.${g}`))
  const toolName = (id: string) =>
    request.tools.find((t) => t.id === id)?.name ?? (words.has(`tool.${id}`) ? text(`tool.${id}`) : id)
  /** With one tool, or so much with each of two. */
  const poured = (dose: MeasuredDose) => {
    const share = byHand(dose)
      .map((p) => amount(p.amount, true))
      .join(' + ')
    return dose.stock ? text('bench.stockShare', { amount: share }) : share
  }
  const stocks = result.loads[0]!.doses.flatMap(({ product, measured: { stock } }) =>
    stock
      ? [
          text('bench.stock', {
            label: names[product]!,
            weigh: amount(stock.weigh, true),
            water: amount(stock.water, true),
            left: { value: stock.left, unit: 'ratio' },
            isLeft: stock.left > 0.005,
          }),
        ]
      : [],
  )
  const filling = result.loads[0]!.filling.map((step, i) => {
    const dose = step.code === 'product' ? result.loads[0]!.doses[step.product]! : undefined
    return text('bench.sheet.step', {
      n: i + 1,
      step: text(`bench.fill.${step.code}`, {
        level: amount({ value: step.levelGal, unit: 'gal' }),
        amount: dose ? poured(dose.measured) : '',
        product: step.code === 'product' ? names[step.product]! : '',
        disperse: String(step.code === 'product' && step.disperse),
      }),
    })
  })
  return {
    title: text('bench.sheet.title', { zones: request.grounds.map((g) => g.name).join(', ') }),
    footer: text('bench.sheet.footer', pageNumbers),
    content: [
      {
        text: text('bench.sheet.says', {
          day: tank.day,
          sprayer: tank.sprayer,
          area: amount(result.treated),
          water: amount(result.water),
          carrier: amount(request.carrierVolume),
        }),
        margin: [0, 3, 0, 8],
      },
      {
        table: {
          headerRows: 1,
          widths: ['auto', ...names.map(() => '*' as const), 'auto'],
          body: [
            head([text('bench.load'), ...names, text('bench.water')]),
            ...result.loads.map((l, i) => [
              String(i + 1),
              ...l.doses.map((d) =>
                text('bench.sheet.dose', {
                  amount: poured(d.measured),
                  tool: byHand(d.measured)
                    .map((p) => toolName(p.tool))
                    .join(' + '),
                }),
              ),
              amount(l.water),
            ]),
            [
              text('bench.together'),
              ...result.products.map((p) => amount(p.measured, true)),
              amount(result.water),
            ],
          ],
        },
        layout: 'lightHorizontalLines',
      },
      { text: text('bench.sheet.order'), bold: true, margin: [0, 10, 0, 2] },
      { ul: [...stocks, ...filling] },
      ...(result.watering
        ? [
            {
              text: text('bench.watering', wateringParams(result.watering)),
              margin: [0, 8, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      { text: text('bench.sheet.zones'), bold: true, margin: [0, 10, 0, 2] },
      {
        ul: request.grounds.map((g) =>
          text('bench.sheet.zone', {
            zone: g.name,
            turf: g.turf,
            area: amount({ value: treatedSqFt(g), unit: 'ft2' }),
          }),
        ),
      },
      { text: text('bench.sheet.heed'), bold: true, margin: [0, 10, 0, 2] },
      {
        ul: [
          ...(gear.length ? [text('caution.gear', { gear: gear.join(', ') })] : []),
          ...result.cautions.map((c) => text(`caution.${c.code}`, c.params)),
          text('caution.water'),
          text('caution.labelIsLaw'),
          text('caution.localRules'),
        ],
      },
    ],
  }
}
