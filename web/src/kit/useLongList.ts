import { computed, ref, type Ref } from 'vue'
import { nameWords } from '@jardinero/core/quantity'

/** So many rows are drawn at a time: a list may be longer than anybody reads. */
const atOnce = 60
/** A list of more rows than one looks over is searched. */
const fewRows = 8

/** A list that may be long: searched by the beginnings of words, its first rows drawn, the rest on asking. @param textOf what a row is found by; `isAsked` a row that is drawn wherever it stands. */
export function useLongList<T>(
  rows: Ref<T[]>,
  textOf: (row: T) => string,
  isAsked: (row: T) => boolean = () => false,
) {
  const asked = ref('')
  const shown = ref(atOnce)
  const found = computed(() => {
    const words = nameWords(asked.value)
    if (!words.length) return rows.value
    return rows.value.filter((row) => {
      const own = nameWords(textOf(row))
      return words.every((word) => own.some((other) => other.startsWith(word)))
    })
  })
  const some = computed(() => found.value.filter((row, i) => i < shown.value || isAsked(row)))
  return {
    asked,
    isLong: computed(() => rows.value.length > fewRows),
    all: computed(() => rows.value.length),
    found: computed(() => found.value.length),
    some,
    left: computed(() => found.value.length - some.value.length),
    more: () => void (shown.value += atOnce),
  }
}
export type LongList<T = unknown> = ReturnType<typeof useLongList<T>>
