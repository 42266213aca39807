export { presentQuantity, unitFor, type PresentedQuantity, type Reader } from './present.ts'
export { createWords, type Catalogue, type SentencePart, type Words } from './words.ts'
export {
  languageOf,
  languages,
  loadCatalogue,
  loadOpeningWords,
  loadPlantWords,
  loadStationWords,
  loadWholeCatalogue,
} from './catalogues.ts'
