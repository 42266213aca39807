import type { Page } from '@playwright/test'

/** Invented labels on paper, for what is read. */
export const paper = `<meta charset="utf-8"><style>
  body { font: 12pt/1.4 serif; margin: 0.5in; width: 6.4in; background: #fff } h1 { font-size: 30pt; margin: 0 } .big { font-size: 15pt; font-weight: bold } td, th { padding: 4px 16px; text-align: left }
</style>`
/** An invented home concentrate: its strength by weight alone. */
export const concentrate = `${paper}<h1>Handmittel 41</h1>
  <p>Postemergent herbicide for the control of listed weeds in turf. Liquid concentrate.</p>
  <p>ACTIVE INGREDIENT:<br>2,4-D dimethylammonium, acid equivalent: 41.0%<br>OTHER INGREDIENTS: 59.0%<br>TOTAL: 100.0%</p>
  <p class="big">KEEP OUT OF REACH OF CHILDREN</p><p class="big">CAUTION</p>
  <p>Net contents: 16 fl oz</p>
  <p>Wear a long-sleeved shirt, waterproof gloves and goggles. Do not enter treated areas until sprays have dried.</p>
  <p>For use on established lawns of tall fescue. Apply 0.5 to 1.0 fl oz per 1,000 sq ft.</p>
  <p>Spot treatment: mix 1 fl oz per gallon of water and spray to wet.</p>
  <p>Do not make more than two (2) applications per year. Allow at least 28 days between applications.</p>
  <p>Do not seed within 4 weeks after application. Rainfast in 6 hours.</p>
  <p>Weeds controlled: dandelion, white clover, ground ivy</p>`
export const threeWay = `${paper}<h1>Dreiwerk SL</h1>
  <p>Postemergent herbicide for the control of broadleaf weeds in turf</p>
  <p>ACTIVE INGREDIENTS:<br>2,4-D dimethylammonium . . . . . 30.5%<br>mecoprop-P, present as its salt . . . . . 8.2%<br>dicamba, present as its salt . . . . . 2.8%<br>OTHER INGREDIENTS: 58.5%</p>
  <p>Contains 2.38 lb 2,4-D acid equivalent per gallon. Contains 0.63 lb mecoprop-P acid equivalent per gallon. Contains 0.22 lb dicamba acid equivalent per gallon.</p>
  <p class="big">KEEP OUT OF REACH OF CHILDREN</p><p class="big">DANGER</p><p>Net contents: 1 quart</p>
  <p>Keep people and pets off treated areas until sprays have dried.</p>
  <table><tr><th>Turfgrass</th><th>Rate (fl oz per 1,000 sq ft)</th></tr>
  <tr><td>tall fescue, Kentucky bluegrass</td><td>1.1 to 1.5</td></tr></table>
  <p>Do not make more than two (2) applications per year. Rainfast in 6 hours.</p>
  <p>Weeds controlled: dandelion, white clover, ground ivy</p>`

export const pdfOf = async (page: Page, html: string): Promise<Buffer> => {
  const sheet = await page.context().browser()!.newPage()
  await sheet.setContent(html)
  const pdf = await sheet.pdf({ format: 'Letter' })
  await sheet.close()
  return pdf
}
/** A photo of it; turned, or in the dark, where that is asked for. */
export const photoOf = async (page: Page, html: string, look = ''): Promise<Buffer> => {
  const sheet = await page.context().browser()!.newPage()
  await sheet.setViewportSize({ width: 760, height: 980 })
  await sheet.setContent(`${html}<style>html { background: #fff; ${look} }</style>`)
  const photo = await sheet.screenshot({ type: 'jpeg', quality: 85, scale: 'device' })
  await sheet.close()
  return photo
}
