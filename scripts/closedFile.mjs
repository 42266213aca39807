// A file closed with a passphrase: scrypt makes the key, AES-256-GCM closes and proves it.
import { createCipheriv, createDecipheriv, randomBytes, scryptSync } from 'node:crypto'
import {
  appendFileSync,
  closeSync,
  createReadStream,
  createWriteStream,
  openSync,
  readSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs'
import { pipeline } from 'node:stream/promises'
import { PlainFault } from './postgres.mjs'

const sign = Buffer.from('JARDINERO1')
const saltBytes = 16
const nonceBytes = 12
const tagBytes = 16
const headBytes = sign.length + saltBytes + nonceBytes
const keyOf = (passphrase, salt) =>
  scryptSync(passphrase, salt, 32, { N: 2 ** 16, r: 8, p: 1, maxmem: 128 * 1024 * 1024 })

function readPart(file, from, length) {
  const part = Buffer.alloc(length)
  const open = openSync(file, 'r')
  try {
    readSync(open, part, 0, length, from)
  } finally {
    closeSync(open)
  }
  return part
}

export const isClosed = (file) => readPart(file, 0, sign.length).equals(sign)

/** Head (sign, salt, nonce), what was in the file, and at the end the proof that none of it was changed. */
export async function closeFile(from, to, passphrase) {
  const [salt, nonce] = [randomBytes(saltBytes), randomBytes(nonceBytes)]
  const head = Buffer.concat([sign, salt, nonce])
  const cipher = createCipheriv('aes-256-gcm', keyOf(passphrase, salt), nonce).setAAD(head)
  writeFileSync(to, head, { mode: 0o600 })
  await pipeline(createReadStream(from), cipher, createWriteStream(to, { flags: 'a' }))
  appendFileSync(to, cipher.getAuthTag())
}

/** The file is there only once it is proven whole. @throws PlainFault where the passphrase is another, or the file was changed */
export async function openFile(from, to, passphrase) {
  const { size } = statSync(from)
  const head = readPart(from, 0, headBytes)
  const salt = head.subarray(sign.length, sign.length + saltBytes)
  const nonce = head.subarray(sign.length + saltBytes)
  try {
    if (size < headBytes + tagBytes) throw new Error('cut off')
    const cipher = createDecipheriv('aes-256-gcm', keyOf(passphrase, salt), nonce)
      .setAAD(head)
      .setAuthTag(readPart(from, size - tagBytes, tagBytes))
    const content = createReadStream(from, { start: headBytes, end: size - tagBytes - 1 })
    // Made here, not when the stream comes to it: what is removed below must not appear afterwards.
    await pipeline(content, cipher, createWriteStream(to, { fd: openSync(to, 'w', 0o600) }))
  } catch {
    rmSync(to, { force: true })
    throw new PlainFault(
      'The backup does not open: the passphrase is another, or the file was changed or cut off.',
    )
  }
}
