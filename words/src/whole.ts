import { catalogue as enOpening } from '../en/opening.ts'
import enPlants from '../en/plants.json' with { type: 'json' }
import { catalogue as enStations } from '../en/stations.ts'
import { catalogue as esOpening } from '../es/opening.ts'
import esPlants from '../es/plants.json' with { type: 'json' }
import { catalogue as esStations } from '../es/stations.ts'
import { languageOf } from './catalogues.ts'
import type { Reader } from './present.ts'
import { createWords, type Catalogue, type Words } from './words.ts'

/** Everything there is to say in every language, at once: for a server, which speaks with everybody. */
const whole: Record<string, Catalogue> = {
  en: { ...enOpening, ...enStations, ...enPlants },
  es: { ...esOpening, ...esStations, ...esPlants },
}

/** The words of any reader, in the reader's language. */
export const wordsFor = (reader: Reader): Words => createWords(whole[languageOf(reader.locale)]!, reader)
