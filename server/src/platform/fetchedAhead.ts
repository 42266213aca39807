import { readFile } from 'node:fs/promises'
import { join } from 'node:path'
import { languageOf } from '@jardinero/words'

/** What the build tells of its files: where the file of a source lies. */
type BuiltFiles = Record<string, { file: string } | undefined>

/** What every first page draws with, by its source. */
const fonts = ['bitter', 'public-sans'].map(
  (name) => `../node_modules/@fontsource-variable/${name}/files/${name}-latin-wght-normal.woff2`,
)

/**
 * The links by which a browser fetches, beside the first script, what that script will ask for: the fonts, and the opening
 * words of the language the browser asks for.
 * @param folder the built application @returns the links for an accept-language header
 */
export async function readFetchedAhead(folder: string): Promise<(acceptLanguage: string) => string> {
  const files = JSON.parse(await readFile(join(folder, 'files.json'), 'utf8')) as BuiltFiles
  const link = (source: string, how: string): string => {
    const built = files[source]
    return built ? `<link rel="${how}" href="/${built.file}" crossorigin />` : ''
  }
  const drawn = fonts.map((font) => link(font, 'preload" as="font" type="font/woff2')).join('')
  return (acceptLanguage) =>
    link(`../words/${languageOf(acceptLanguage.split(',')[0]!.trim())}/opening.ts`, 'modulepreload') + drawn
}
