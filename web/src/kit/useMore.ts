import { computed, ref, type Ref } from 'vue'

/** So many rows are drawn at a time: a list may be longer than anybody reads. */
const atOnce = 60

/** The first rows of a list, and how many more there are to ask for. */
export function useMore<T>(rows: Ref<T[]>) {
  const shown = ref(atOnce)
  return {
    some: computed(() => rows.value.slice(0, shown.value)),
    left: computed(() => Math.max(0, rows.value.length - shown.value)),
    more: () => void (shown.value += atOnce),
  }
}
