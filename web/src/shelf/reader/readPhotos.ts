import { createWorker, OEM, type Worker } from 'tesseract.js'
import workerUrl from 'tesseract.js/dist/worker.min.js?url'
import coreUrl from 'tesseract.js-core/tesseract-core-simd-lstm.wasm.js?url'
import englishUrl from '@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz?url'
import spanishUrl from '@tesseract.js-data/spa/4.0.0_best_int/spa.traineddata.gz?url'
import type { Page, Word } from '@jardinero/core/shelf'
import { canvasOf, FileNotRead, mostPixels, type ReadingTold, type ReadPage } from './pagePicture.ts'

/** What is fetched for it, so that it can be kept for where there is no network. */
export const photoReaderFiles = [workerUrl, coreUrl, englishUrl, spanishUrl]

/** Where the data lie, by their names. */
const dataFolder = new URL(englishUrl, location.href).href.replace(/\/[^/]*$/, '')

/** Darker than this in the mean, of 255, nothing is read in it. */
const darkest = 45
/** A page of which fewer words than this are clear is no page, or not upright. */
const fewWords = 8
const clear = 0.7

function rotated(canvas: HTMLCanvasElement, quarters: number): HTMLCanvasElement {
  if (!quarters) return canvas
  const across = quarters % 2 === 1
  const [turned, pen] = across ? canvasOf(canvas.height, canvas.width) : canvasOf(canvas.width, canvas.height)
  pen.translate(turned.width / 2, turned.height / 2)
  pen.rotate((quarters * Math.PI) / 2)
  pen.drawImage(canvas, -canvas.width / 2, -canvas.height / 2)
  return turned
}
function scaled(canvas: HTMLCanvasElement, most: number): HTMLCanvasElement {
  const scale = most / Math.max(canvas.width, canvas.height)
  if (scale >= 1) return canvas
  const [small, pen] = canvasOf(canvas.width * scale, canvas.height * scale)
  pen.drawImage(canvas, 0, 0, small.width, small.height)
  return small
}

/** The mean light of a picture, from a small copy of it. */
function lightOf(canvas: HTMLCanvasElement): number {
  const small = scaled(canvas, 160)
  const { data } = small.getContext('2d')!.getImageData(0, 0, small.width, small.height)
  let sum = 0
  for (let i = 0; i < data.length; i += 4) sum += 0.3 * data[i]! + 0.59 * data[i + 1]! + 0.11 * data[i + 2]!
  return sum / (data.length / 4)
}

async function wordsOf(worker: Worker, canvas: HTMLCanvasElement, page: number): Promise<Word[]> {
  const { data } = await worker.recognize(canvas, {}, { blocks: true })
  return (data.blocks ?? []).flatMap((b) =>
    b.paragraphs.flatMap((p) =>
      p.lines.flatMap((l) =>
        l.words.map(({ text, bbox, confidence }) => ({ text, page, sure: confidence / 100, ...bbox })),
      ),
    ),
  )
}
const clearIn = (words: Word[]): number =>
  words.filter((w) => w.sure > clear && /\p{L}{3}/u.test(w.text)).length

/** Which way up it is: the turn with the most clear words, tried on a smaller copy. */
async function uprightOf(worker: Worker, canvas: HTMLCanvasElement): Promise<number> {
  const small = scaled(canvas, 1400)
  const counts: number[] = []
  for (const quarters of [0, 1, 2, 3])
    counts.push(clearIn(await wordsOf(worker, rotated(small, quarters), 0)))
  return counts.indexOf(Math.max(...counts))
}

export async function canvasOfPhoto(file: Blob): Promise<HTMLCanvasElement> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => {
    throw new FileNotRead('notPicture')
  })
  const scale = Math.min(1, mostPixels / Math.max(bitmap.width, bitmap.height))
  const [canvas, pen] = canvasOf(bitmap.width * scale, bitmap.height * scale)
  pen.drawImage(bitmap, 0, 0, canvas.width, canvas.height)
  bitmap.close()
  return canvas
}

export interface PhotoReader {
  read: (canvas: HTMLCanvasElement, page: number, of: number) => Promise<ReadPage>
  end: () => void
}

/** Opens the reader of pictures in its own worker, with data that ships with the application. @param language a reader’s: theirs is read too */
export async function openPhotos({ signal, told }: ReadingTold, language: string): Promise<PhotoReader> {
  let at = { page: 0, of: 1 }
  const spanish = language.startsWith('es')
  // What fails while it opens is told to the handler alone.
  const open = (failed: (why: unknown) => void) =>
    createWorker(spanish ? ['eng', 'spa'] : ['eng'], OEM.LSTM_ONLY, {
      workerPath: workerUrl,
      corePath: coreUrl,
      langPath: dataFolder,
      workerBlobURL: false,
      cacheMethod: 'none',
      errorHandler: failed,
      logger: ({ status, progress }) => {
        if (status === 'recognizing text') told({ done: at.page + progress, of: at.of, kind: 'photo' })
      },
    })
  const worker = await new Promise<Worker>((opened, failed) => {
    open(failed).then(opened, failed)
  }).catch(() => {
    throw new FileNotRead('readerAway')
  })
  let ended = false
  const end = () => {
    if (!ended) void worker.terminate()
    ended = true
  }
  signal.addEventListener('abort', end)
  return {
    end,
    async read(canvas, page, of) {
      signal.throwIfAborted()
      at = { page, of }
      told({ done: page, of, kind: 'photo' })
      const broken = new Promise<never>((_, refuse) =>
        signal.addEventListener('abort', () => refuse(signal.reason as Error), { once: true }),
      )
      const reading = async (): Promise<ReadPage> => {
        if (lightOf(canvas) < darkest) throw new FileNotRead('tooDark')
        let upright = canvas
        let words = await wordsOf(worker, canvas, page)
        if (clearIn(words) < fewWords) {
          const quarters = await uprightOf(worker, canvas)
          upright = rotated(canvas, quarters)
          if (quarters) words = await wordsOf(worker, upright, page)
        }
        if (clearIn(words) < fewWords) throw new FileNotRead(words.length > 30 ? 'notReadable' : 'noWords')
        const { width, height } = upright
        const read: Page = { width, height, words, isPicture: true }
        return { page: read, picture: { width, height, paint: () => Promise.resolve(upright) } }
      }
      return Promise.race([reading(), broken])
    },
  }
}
