import { dirname, join } from 'node:path'
import { createRequire } from 'node:module'
import { chromium, type Browser } from '@playwright/test'
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs'
import sharp from 'sharp'
import { createWorker, type PSM } from 'tesseract.js'
import { seededRandom } from '@jardinero/core/quantity'
import { wordsOfItems, type Page } from '@jardinero/core/shelf'

export const openPrinter = (): Promise<Browser> =>
  chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [...(process.getuid?.() === 0 ? ['--no-sandbox'] : []), '--disable-gpu'],
  })

/** The label as a PDF with a text layer. */
export async function printPdf(printer: Browser, html: string): Promise<Uint8Array> {
  const page = await printer.newPage()
  await page.setContent(html)
  const pdf = await page.pdf({ preferCSSPageSize: true, printBackground: true })
  await page.close()
  return new Uint8Array(pdf)
}

export async function pagesOfPdf(data: Uint8Array): Promise<Page[]> {
  const task = getDocument({ data, verbosity: 0 })
  const pdf = await task.promise
  const pages: Page[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    const page = await pdf.getPage(n)
    const view = page.getViewport({ scale: 1 })
    const { items } = await page.getTextContent()
    pages.push({
      width: view.width,
      height: view.height,
      words: wordsOfItems(items, n - 1, (x, y) => view.convertToViewportPoint(x, y)),
      isPicture: false,
    })
  }
  await task.destroy()
  return pages
}

/** Photos of a label: each section for itself, a little turned, in uneven light, with the noise of a small camera. */
export async function photograph(printer: Browser, html: string, seed: number): Promise<Buffer[]> {
  const page = await printer.newPage({ viewport: { width: 816, height: 1056 }, deviceScaleFactor: 2 })
  await page.setContent(html)
  await page.addStyleTag({
    content: 'body { background: #f4f1ea } section { padding: 40px; background: #f4f1ea }',
  })
  const photos: Buffer[] = []
  const random = seededRandom(seed + 5)
  for (const section of await page.locator('section').all()) {
    const flat = await section.screenshot()
    const lean = (random() - 0.5) * 2.4
    const turned = sharp(flat).rotate(lean, { background: '#8a8378' }).blur(0.6)
    const { data, info } = await turned.greyscale().raw().toBuffer({ resolveWithObject: true })
    const [dark, across] = [0.72 + random() * 0.2, random()]
    for (let i = 0; i < data.length; i++) {
      const [x, y] = [(i % info.width) / info.width, Math.floor(i / info.width) / info.height]
      const light = dark + (1 - dark) * (across * x + (1 - across) * y)
      data[i] = Math.max(0, Math.min(255, data[i]! * light + (random() + random() - 1) * 26))
    }
    photos.push(
      await sharp(data, { raw: { width: info.width, height: info.height, channels: 1 } })
        .jpeg({ quality: 80 })
        .toBuffer(),
    )
  }
  await page.close()
  return photos
}

/** Reads photos with the data that the application ships. */
export async function openPhotoReader(): Promise<{
  read: (photo: Buffer, page: number) => Promise<Page>
  end: () => Promise<unknown>
}> {
  const data = dirname(createRequire(import.meta.url).resolve('@tesseract.js-data/eng/package.json'))
  const worker = await createWorker('eng', 1, {
    langPath: join(data, '4.0.0_best_int'),
    gzip: true,
    cacheMethod: 'none',
  })
  await worker.setParameters({ tessedit_pageseg_mode: (process.env['PSM'] ?? '3') as PSM })
  return {
    end: () => worker.terminate(),
    async read(photo, page) {
      const { width = 1, height = 1 } = await sharp(photo).metadata()
      const { data: found } = await worker.recognize(photo, {}, { blocks: true })
      const words = (found.blocks ?? []).flatMap((b) =>
        b.paragraphs.flatMap((p) => p.lines.flatMap((l) => l.words)),
      )
      return {
        width,
        height,
        isPicture: true,
        words: words.map(({ text, bbox, confidence }) => ({ text, page, sure: confidence / 100, ...bbox })),
      }
    },
  }
}
