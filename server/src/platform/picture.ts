import readExif from 'exif-reader'
import sharp from 'sharp'
import { createGate } from './gate.ts'

/** Why a picture is not kept: the caller says it in its own words. */
export type PictureFault = 'notAPicture' | 'tooLarge' | 'corrupt'

const readFormats = new Set(['jpeg', 'png', 'webp'])

export interface PictureOrder {
  mostPixels: number
  /** Longest side of what is kept, pixels. */
  keptSide: number
  quality: number
  /** Throws. */
  refuse: (fault: PictureFault) => never
}

export interface Developed {
  data: Buffer
  width: number
  height: number
}

/** A picture of 60 million pixels takes a quarter of a gigabyte while it is made smaller. */
const developing = createGate({ running: 2, waiting: 24 })

async function readHeader(sent: Buffer, { mostPixels, refuse }: PictureOrder) {
  const about = await sharp(sent, { limitInputPixels: mostPixels })
    .metadata()
    .catch(() => refuse('notAPicture'))
  if (!readFormats.has(about.format ?? '')) refuse('notAPicture')
  if (about.width * about.height > mostPixels) refuse('tooLarge')
  return about
}

/**
 * A picture turned upright, made smaller where it is larger than wanted, rewritten as JPEG without anything the camera wrote into it.
 * All of it in the library's own threads; nothing in the file is unpacked here.
 */
export async function developPicture(sent: Buffer, order: PictureOrder): Promise<Developed> {
  await readHeader(sent, order)
  return developing(async () => {
    const { data, info } = await sharp(sent, { limitInputPixels: order.mostPixels, failOn: 'error' })
      .rotate()
      .resize(order.keptSide, order.keptSide, { fit: 'inside', withoutEnlargement: true })
      .jpeg({ quality: order.quality, mozjpeg: true })
      .toBuffer({ resolveWithObject: true })
      .catch(() => order.refuse('corrupt'))
    return { data, width: info.width, height: info.height }
  })
}

/** As developPicture; a JPEG that is developed already, and proves to be whole, stays as it is: it does not lose each time it is moved. */
export async function redevelopPicture(sent: Buffer, order: PictureOrder): Promise<Developed> {
  const { format, width, height, exif, xmp, iptc, icc } = await readHeader(sent, order)
  const clean = format === 'jpeg' && !exif && !xmp && !iptc && !icc
  if (!clean || Math.max(width, height) > order.keptSide) return developPicture(sent, order)
  await developing(() =>
    sharp(sent, { limitInputPixels: order.mostPixels, failOn: 'error' })
      .stats()
      .catch(() => order.refuse('corrupt')),
  )
  return { data: sent, width, height }
}

const degrees = (parts: unknown, ref: unknown, most: number): number | null => {
  if (!Array.isArray(parts)) return null
  const [d = NaN, m = 0, s = 0] = parts.map(Number)
  const value = (d + m / 60 + s / 3600) * (ref === 'S' || ref === 'W' ? -1 : 1)
  return Math.abs(value) <= most ? value : null
}

/** When and where the camera says it was taken; nothing where it does not say. */
export async function readTaken(sent: Buffer, keepPlace: boolean) {
  const none = { takenAt: null, latitude: null, longitude: null }
  const { exif } = await sharp(sent)
    .metadata()
    .catch(() => ({ exif: undefined }))
  if (!exif) return none
  try {
    const { Photo, GPSInfo } = readExif(exif)
    const when = Photo?.DateTimeOriginal
    const told = when instanceof Date && !Number.isNaN(when.getTime())
    const place = keepPlace
      ? {
          latitude: degrees(GPSInfo?.GPSLatitude, GPSInfo?.GPSLatitudeRef, 90),
          longitude: degrees(GPSInfo?.GPSLongitude, GPSInfo?.GPSLongitudeRef, 180),
        }
      : { latitude: null, longitude: null }
    return { takenAt: told ? when.toISOString() : null, ...place }
  } catch {
    return none
  }
}
