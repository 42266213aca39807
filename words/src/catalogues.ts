import type { Catalogue } from './words.ts'

/** The languages there are words for. A language is a folder of files, one a room, with the same keys in each. */
const catalogues: Record<string, () => Promise<{ catalogue: Catalogue }>> = {
  en: () => import('../en/index.ts'),
}

/** The words of plants and their characters: large, and needed only where plants are looked at. */
const plantWords: Record<string, () => Promise<{ default: Catalogue }>> = {
  en: () => import('../en/plants.json', { with: { type: 'json' } }),
}

const languageOf = (locale: string) => locale.split('-')[0] ?? 'en'

/** Plants and characters in a locale's language. */
export async function loadPlantWords(locale: string): Promise<Catalogue> {
  return (await (plantWords[languageOf(locale)] ?? plantWords['en']!)()).default
}

/** Everything there is to say in a language. */
export const loadWholeCatalogue = async (locale: string): Promise<Catalogue> => ({
  ...(await loadCatalogue(locale)),
  ...(await loadPlantWords(locale)),
})

/** The catalogue of a locale's language, English where there is none; without the words of plants. */
export async function loadCatalogue(locale: string): Promise<Catalogue> {
  const load = catalogues[languageOf(locale)] ?? catalogues['en']!
  return (await load()).catalogue
}
