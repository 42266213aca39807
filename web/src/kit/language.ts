import { ref, shallowRef } from 'vue'
import {
  languageOf,
  loadOpeningWords,
  loadPlantWords,
  loadStationWords,
  type Catalogue,
} from '@jardinero/words'

/** The language that is spoken: what Today says is learned first, the words of the other stations and of plants when they are asked for. */
export function useLanguage() {
  const catalogue = shallowRef<Catalogue>({})
  /** Whether the words of every station are here. */
  const whole = ref(false)
  let language = ''
  let plants = false
  async function speak(locale: string): Promise<void> {
    if (languageOf(locale) === language) return
    const parts = [
      loadOpeningWords(locale),
      ...(whole.value ? [loadStationWords(locale)] : []),
      ...(plants ? [loadPlantWords(locale)] : []),
    ]
    const learned = await Promise.all(parts)
    language = languageOf(locale)
    catalogue.value = learned.reduce((all, part) => ({ ...all, ...part }), {})
  }
  async function learn(load: (locale: string) => Promise<Catalogue>): Promise<void> {
    const spoken = language
    const learned = await load(spoken)
    // Another language was chosen meanwhile: its words are not to be mixed.
    if (language !== spoken) return learn(load)
    catalogue.value = { ...catalogue.value, ...learned }
  }
  /** What every station but Today says. */
  async function learnStations(): Promise<void> {
    if (whole.value) return
    await learn(loadStationWords)
    whole.value = true
  }
  async function learnPlants(): Promise<void> {
    plants = true
    await learn(loadPlantWords)
  }
  return { catalogue, whole, speak, learnStations, learnPlants }
}
