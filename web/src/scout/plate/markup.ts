import type { Ink, Stroke } from './draw.ts'

const styleOf = ({ fill, line, weight }: Stroke): string => {
  const stroke = line === 'none' ? 'none' : `var(--plate-${line ?? 'ink'})`
  return `fill="${fill ? `var(--plate-${fill})` : 'none'}" stroke="${stroke}" stroke-width="${weight ?? 1}"`
}

/**
 * A drawing as SVG markup. It is made of numbers and our own tint names only. Open strokes of one pen that follow each
 * other become one path: a plate of hundreds of hairs stays a few dozen elements.
 */
export function inkMarkup(inks: Ink[]): string {
  const out: string[] = []
  let run = { style: '', d: '' }
  const close = () => {
    if (run.d) out.push(`<path d="${run.d}" ${run.style}/>`)
    run = { style: '', d: '' }
  }
  for (const ink of inks) {
    if ('inks' in ink) {
      close()
      out.push(`<g transform="${ink.transform}">${inkMarkup(ink.inks)}</g>`)
      continue
    }
    const style = styleOf(ink)
    // A filled shape hides what lies under it, so it stays a path of its own.
    if (ink.fill || style !== run.style) close()
    run = { style, d: run.d + ink.d }
    if (ink.fill) close()
  }
  close()
  return out.join('')
}
