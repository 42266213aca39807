const singular = (word: string): string => word.replace(/(ss)es$/, '$1').replace(/([^s])s$/, '$1')
/** The words of a name, plain: no capitals, accents or marks, the last of them in one. */
export const nameWords = (text: string): string[] =>
  text
    .normalize('NFD')
    .replace(/[\u0300-\u036f'’.]/g, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean)
    .map((word, i, all) => (i === all.length - 1 ? singular(word) : word))

/**
 * A name as it is compared: however it is spaced, hyphened or capital, in one or in many.
 * @example plainName('Quack Grasses')
 * // → 'quackgrass'
 */
export const plainName = (text: string): string => nameWords(text).join('')
