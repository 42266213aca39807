import type { Catalogue } from './words.ts'

/** The languages there are words for. A language is a folder of files, one a room, with the same keys in each. */
const catalogues: Record<string, () => Promise<{ catalogue: Catalogue }>> = {
  en: () => import('../en/index.ts'),
  es: () => import('../es/index.ts'),
}

/** The words of plants and their characters: large, and needed only where plants are looked at. */
const plantWords: Record<string, () => Promise<{ default: Catalogue }>> = {
  en: () => import('../en/plants.json', { with: { type: 'json' } }),
  es: () => import('../es/plants.json', { with: { type: 'json' } }),
}

/** The language of a locale there are words in; English where there are none. */
export const languageOf = (locale: string): string => {
  const language = locale.split('-')[0] ?? 'en'
  return language in catalogues ? language : 'en'
}
/** Every language there are words in. */
export const languages = (): string[] => Object.keys(catalogues)

/** Plants and characters in a locale's language. */
export async function loadPlantWords(locale: string): Promise<Catalogue> {
  return (await plantWords[languageOf(locale)]!()).default
}

/** Everything there is to say in a language. */
export const loadWholeCatalogue = async (locale: string): Promise<Catalogue> => ({
  ...(await loadCatalogue(locale)),
  ...(await loadPlantWords(locale)),
})

/** The catalogue of a locale's language, English where there is none; without the words of plants. */
export async function loadCatalogue(locale: string): Promise<Catalogue> {
  return (await catalogues[languageOf(locale)]!()).catalogue
}
