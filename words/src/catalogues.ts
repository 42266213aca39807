import type { Catalogue } from './words.ts'

/** The languages there are words for. A language is a folder of files, one a room, with the same keys in each. */
const catalogues: Record<string, () => Promise<{ catalogue: Catalogue }>> = {
  en: () => import('../en/index.ts'),
}

/** The catalogue of a locale's language, English where there is none. */
export async function loadCatalogue(locale: string): Promise<Catalogue> {
  const load = catalogues[locale.split('-')[0] ?? 'en'] ?? catalogues['en']!
  return (await load()).catalogue
}
