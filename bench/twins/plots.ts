/** Bars side by side, as an SVG of its own colours: a group a label, a bar a series; a band and a line to compare with. */
export interface Bars {
  title: string
  groups: string[]
  series: { name: string; colour: string; values: number[] }[]
  /** From… to, shaded: where the bars should end. */
  band?: [number, number]
  line?: number
  most: number
  unit: string
}

const [width, height] = [620, 260]
const [left, right, top, bottom] = [52, 12, 46, 34]
const text = (x: number, y: number, said: string, anchor = 'middle', more = '') =>
  `<text x="${x.toFixed(1)}" y="${y.toFixed(1)}" text-anchor="${anchor}" ${more}>${said}</text>`

export function drawBars({ title, groups, series, band, line, most, unit }: Bars): string {
  const y = (value: number) => height - bottom - (Math.min(value, most) / most) * (height - top - bottom)
  const slot = (width - left - right) / groups.length
  const bar = Math.min(26, (slot * 0.74) / series.length)
  const ticks = [0, 0.25, 0.5, 0.75, 1].map((share) => share * most)
  const parts = [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}" font-family="system-ui, sans-serif" font-size="12" fill="#1f2a2e">`,
    `<rect width="${width}" height="${height}" fill="#fbf8f2"/>`,
    text(left, 18, title, 'start', 'font-weight="600"'),
    ...(band
      ? [
          `<rect x="${left}" y="${y(band[1]).toFixed(1)}" width="${width - left - right}" height="${(y(band[0]) - y(band[1])).toFixed(1)}" fill="#587449" opacity="0.22"/>`,
        ]
      : []),
    ...ticks.flatMap((t) => [
      `<line x1="${left}" x2="${width - right}" y1="${y(t).toFixed(1)}" y2="${y(t).toFixed(1)}" stroke="#e4dccb"/>`,
      text(left - 6, y(t) + 4, `${Number(t.toFixed(1))}${unit}`, 'end', 'fill="#5c676b"'),
    ]),
    ...groups.flatMap((name, g) => {
      const middle = left + slot * (g + 0.5)
      return [
        text(middle, height - 14, name, 'middle', 'fill="#5c676b"'),
        ...series.map((s, k) => {
          const x = middle + (k - series.length / 2) * bar
          const at = y(s.values[g]!)
          return `<rect x="${x.toFixed(1)}" y="${at.toFixed(1)}" width="${(bar - 2).toFixed(1)}" height="${(height - bottom - at).toFixed(1)}" fill="${s.colour}"/>`
        }),
      ]
    }),
    ...(line === undefined
      ? []
      : [
          `<line x1="${left}" x2="${width - right}" y1="${y(line).toFixed(1)}" y2="${y(line).toFixed(1)}" stroke="#1f2a2e" stroke-dasharray="4 3"/>`,
        ]),
    ...series.flatMap((s, k) => [
      `<rect x="${left + k * 160}" y="26" width="10" height="10" fill="${s.colour}"/>`,
      text(left + k * 160 + 15, 35, s.name, 'start', 'fill="#5c676b"'),
    ]),
    '</svg>',
  ]
  return `${parts.join('\n')}\n`
}
