import { getDocument, GlobalWorkerOptions, type PDFPageProxy } from 'pdfjs-dist'
import workerUrl from 'pdfjs-dist/build/pdf.worker.min.mjs?url'
import { mostPages, wordsOfItems } from '@jardinero/core/shelf'
import { canvasOf, FileNotRead, mostPixels, type ReadingTold, type ReadPage } from './pagePicture.ts'

GlobalWorkerOptions.workerSrc = workerUrl
/** What is fetched for it. */
export const pdfReaderFiles = [workerUrl]

/** Fewer words than this on a page of a PDF: it is a picture of a page. */
const scanned = 5

async function paint(page: PDFPageProxy): Promise<HTMLCanvasElement> {
  const { width } = page.getViewport({ scale: 1 })
  const viewport = page.getViewport({ scale: Math.min(2.5, mostPixels / width) })
  const [canvas] = canvasOf(viewport.width, viewport.height)
  await page.render({ canvas, viewport }).promise
  return canvas
}

async function readPage(page: PDFPageProxy, index: number): Promise<ReadPage> {
  const view = page.getViewport({ scale: 1 })
  const { items } = await page.getTextContent()
  const words = wordsOfItems(items, index, (x, y) => view.convertToViewportPoint(x, y) as number[])
  let painted: Promise<HTMLCanvasElement> | undefined
  return {
    page: { width: view.width, height: view.height, words, isPicture: false },
    picture: { width: view.width, height: view.height, paint: () => (painted ??= paint(page)) },
  }
}

/**
 * The pages of a PDF with their words. Nothing of it leaves the device.
 * @throws FileNotRead where it is locked, no PDF, or has more pages than a label
 */
export async function readPdf(
  file: Blob,
  from: number,
  { signal, told }: ReadingTold,
  language: string,
): Promise<ReadPage[]> {
  const task = getDocument({
    data: new Uint8Array(await file.arrayBuffer()),
    isEvalSupported: false,
    useWasm: false,
    verbosity: 0,
  })
  signal.addEventListener('abort', () => void task.destroy())
  const pdf = await task.promise.catch((error: unknown) => {
    const { name } = error as Error
    if (name === 'PasswordException') throw new FileNotRead('locked')
    throw new FileNotRead(name === 'InvalidPDFException' ? 'notPdf' : 'readerAway')
  })
  if (pdf.numPages > mostPages) throw new FileNotRead('tooManyPages')
  const pages: ReadPage[] = []
  for (let n = 1; n <= pdf.numPages; n++) {
    signal.throwIfAborted()
    told({ done: n - 1, of: pdf.numPages, kind: 'pdf' })
    pages.push(await readPage(await pdf.getPage(n), from + n - 1))
  }
  if (pages.some(({ page }) => page.words.length >= scanned)) return pages
  // A scan: its pages are pictures, and are read as such.
  const { openPhotos } = await import('./readPhotos.ts')
  const reader = await openPhotos({ signal, told }, language)
  try {
    const read: ReadPage[] = []
    for (const [i, { picture }] of pages.entries())
      read.push(
        await reader.read((await picture.paint()) as HTMLCanvasElement, from + i, from + pages.length),
      )
    return read
  } finally {
    reader.end()
  }
}
