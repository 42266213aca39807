import type { Catalogue } from './words.ts'

type Load = () => Promise<{ catalogue: Catalogue }>

/** The languages there are words for: what Today says, and what the other stations say. A language is a folder of files, one a room, with the same keys in each. */
const catalogues: Record<string, { opening: Load; stations: Load }> = {
  en: { opening: () => import('../en/opening.ts'), stations: () => import('../en/stations.ts') },
  es: { opening: () => import('../es/opening.ts'), stations: () => import('../es/stations.ts') },
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

/** What Today says, in a locale's language; English where there is none. */
export const loadOpeningWords = async (locale: string): Promise<Catalogue> =>
  (await catalogues[languageOf(locale)]!.opening()).catalogue

/** What the other stations say beside it. */
export const loadStationWords = async (locale: string): Promise<Catalogue> =>
  (await catalogues[languageOf(locale)]!.stations()).catalogue

/** The catalogue of a locale's language, English where there is none; without the words of plants. */
export const loadCatalogue = async (locale: string): Promise<Catalogue> => ({
  ...(await loadOpeningWords(locale)),
  ...(await loadStationWords(locale)),
})
