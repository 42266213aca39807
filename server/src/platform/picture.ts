import sharp from 'sharp'

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

/** A picture turned upright, made smaller where it is larger than wanted, rewritten as JPEG without anything the camera wrote into it. */
export async function developPicture(sent: Buffer, { mostPixels, keptSide, quality, refuse }: PictureOrder) {
  const source = sharp(sent, { limitInputPixels: mostPixels, failOn: 'error' })
  const about = await source.metadata().catch(() => refuse('notAPicture'))
  if (!readFormats.has(about.format ?? '')) refuse('notAPicture')
  if ((about.width ?? 0) * (about.height ?? 0) > mostPixels) refuse('tooLarge')
  return source
    .rotate()
    .resize(keptSide, keptSide, { fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality, mozjpeg: true })
    .toBuffer({ resolveWithObject: true })
    .catch(() => refuse('corrupt'))
}
