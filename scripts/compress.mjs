// Makes the built files smaller on their way: beside each stands what a browser that reads brotli or gzip is given.
import { readdirSync } from 'node:fs'
import { readFile, writeFile } from 'node:fs/promises'
import { join } from 'node:path'
import { promisify } from 'node:util'
import { brotliCompress, constants, gzip } from 'node:zlib'

const read = /\.(?:m?js|css|svg|webmanifest|wasm)$/
/** So few bytes are one packet as they are. */
const leastBytes = 1000
/** The last step of brotli takes seconds a megabyte. */
const largeBytes = 600_000

const asBrotli = promisify(brotliCompress)
const asGzip = promisify(gzip)

async function compress(path) {
  const bytes = await readFile(path)
  if (bytes.length < leastBytes) return
  const quality = bytes.length > largeBytes ? 9 : constants.BROTLI_MAX_QUALITY
  const params = {
    [constants.BROTLI_PARAM_QUALITY]: quality,
    [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
  }
  await Promise.all([
    asBrotli(bytes, { params }).then((small) => writeFile(`${path}.br`, small)),
    asGzip(bytes, { level: 9 }).then((small) => writeFile(`${path}.gz`, small)),
  ])
}

/** Every file of a folder that is text, several at once. */
export async function compressFolder(folder) {
  const paths = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && read.test(entry.name) && entry.name !== 'index.html')
    .map((entry) => join(entry.parentPath, entry.name))
  await Promise.all(paths.map(compress))
}

if (process.argv[2]) await compressFolder(process.argv[2])
