import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import Fastify from 'fastify'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { compressFolder } from '../../scripts/compress.mjs'
import { serveWeb } from '../src/platform/webFolder.ts'

const folder = mkdtempSync(join(tmpdir(), 'jardinero-web-'))
const app = Fastify()
const script = `export const words = ${JSON.stringify('crabgrass '.repeat(400))}`

beforeAll(async () => {
  mkdirSync(join(folder, 'assets'))
  writeFileSync(
    join(folder, 'index.html'),
    '<head><meta content="__STYLE_NONCE__" /><!-- fetched ahead --></head>',
  )
  const built = (file: string) => ({ file: `assets/${file}` })
  writeFileSync(
    join(folder, 'files.json'),
    JSON.stringify({
      '../words/en/opening.ts': built('opening-en.js'),
      '../words/es/opening.ts': built('opening-es.js'),
      '../node_modules/@fontsource-variable/bitter/files/bitter-latin-wght-normal.woff2':
        built('bitter.woff2'),
    }),
  )
  for (const name of ['first-a1.js', 'simulateSoil-a1.js'])
    writeFileSync(join(folder, 'assets', name), script)
  writeFileSync(join(folder, 'assets', 'small-a1.js'), 'export {}')
  writeFileSync(join(folder, 'assets', 'spa.traineddata.gz'), 'as it is')
  await compressFolder(folder)
  app.decorateReply('cspNonce', { getter: () => ({ script: '', style: 'once' }) })
  await serveWeb(app, folder)
})
afterAll(async () => {
  await app.close()
  rmSync(folder, { recursive: true })
})

const get = (url: string, headers: Record<string, string> = {}) => app.inject({ url, headers })

it('gives each browser the smallest file that it reads, and says on what that depends', async () => {
  const read = { br: brotliDecompressSync, gzip: gunzipSync } as const
  for (const how of ['br', 'gzip'] as const) {
    const answer = await get('/assets/first-a1.js', { 'accept-encoding': how })
    expect(answer.headers).toMatchObject({
      'content-encoding': how,
      'content-type': expect.stringContaining('javascript') as string,
      'cache-control': 'public, max-age=31536000, immutable',
    })
    expect(answer.headers['vary']).toMatch(/accept-encoding/i)
    expect(answer.rawPayload.length).toBeLessThan(script.length / 20)
    expect(String(read[how](answer.rawPayload))).toBe(script)
  }
  const plain = await get('/assets/first-a1.js')
  expect([plain.headers['content-encoding'], plain.body]).toEqual([undefined, script])
  const small = await get('/assets/small-a1.js', { 'accept-encoding': 'br' })
  expect([small.statusCode, small.headers['content-encoding']]).toEqual([200, undefined])
})
it('lets the worker that simulates compile also where it comes smaller, and no other', async () => {
  const policyOf = async (name: string, how: string) =>
    (await get(`/assets/${name}`, { 'accept-encoding': how })).headers['content-security-policy']
  for (const how of ['br', 'gzip', 'identity'])
    expect([await policyOf('simulateSoil-a1.js', how), await policyOf('first-a1.js', how)]).toEqual([
      expect.stringContaining('wasm-unsafe-eval'),
      undefined,
    ])
})
it('serves what is packed by its own name as it is', async () => {
  const answer = await get('/assets/spa.traineddata.gz', { 'accept-encoding': 'gzip' })
  expect([answer.headers['content-encoding'], answer.body]).toEqual([undefined, 'as it is'])
})
it('fetches ahead the words of the language that is asked for, on every page, with its nonce', async () => {
  const words = async (language: string, url = '/') =>
    (await get(url, { 'accept-language': language })).body.match(/opening-(..)\.js/)?.[1]
  expect(await words('es-MX,es;q=0.9')).toBe('es')
  expect(await words('fr-FR', '/yards/1/soil')).toBe('en')
  const page = await get('/')
  expect(page.body).toContain('content="once"')
  expect(page.body).toContain(
    '<link rel="preload" as="font" type="font/woff2" href="/assets/bitter.woff2" crossorigin />',
  )
  expect(page.headers).toMatchObject({ 'cache-control': 'no-cache', vary: 'accept-language' })
})
it('knows nothing of a file that is not there', async () => {
  expect((await get('/assets/gone.js')).statusCode).not.toBe(200)
})
