import { mostPages } from '@jardinero/core/shelf'
import { FileNotRead, type ReadingTold, type ReadPage } from './pagePicture.ts'

const isPdf = async (file: File): Promise<boolean> =>
  file.type === 'application/pdf' || (await file.slice(0, 5).text()) === '%PDF-'

/**
 * The pages of a label from its files: a PDF, or photos in their order. The readers are fetched when they are needed.
 * @throws FileNotRead with why
 */
export async function readFiles(files: File[], told: ReadingTold, language: string): Promise<ReadPage[]> {
  if (files.length > mostPages) throw new FileNotRead('tooManyPages')
  const away = () => {
    throw new FileNotRead('readerAway')
  }
  const pages: ReadPage[] = []
  const pictures: File[] = []
  for (const file of files) {
    if (await isPdf(file)) {
      const { readPdf } = await import('./readPdf.ts').catch(away)
      pages.push(...(await readPdf(file, pages.length, told, language)))
    } else pictures.push(file)
  }
  if (!pictures.length) return pages
  const { canvasOfPhoto, openPhotos } = await import('./readPhotos.ts').catch(away)
  const canvases = []
  for (const file of pictures) canvases.push(await canvasOfPhoto(file))
  const reader = await openPhotos(told, language)
  try {
    const of = pages.length + canvases.length
    for (const canvas of canvases) pages.push(await reader.read(canvas, pages.length, of))
  } finally {
    reader.end()
  }
  return pages
}

/** Resolves once the service worker answers for this page: what is fetched before that is not kept. */
async function controlled(): Promise<void> {
  const { serviceWorker } = navigator
  await serviceWorker.ready
  if (!serviceWorker.controller)
    await new Promise((done) => serviceWorker.addEventListener('controllerchange', done, { once: true }))
}

/** Fetches the readers once, so that they are on the device where there is no network. */
export async function keepReaders(): Promise<void> {
  const [{ photoReaderFiles }, { pdfReaderFiles }] = await Promise.all([
    import('./readPhotos.ts'),
    import('./readPdf.ts'),
  ])
  await controlled()
  for (const url of [...photoReaderFiles, ...pdfReaderFiles]) if (!(await caches.match(url))) await fetch(url)
}
