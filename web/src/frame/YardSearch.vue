<script setup lang="ts">
import { keepPreviousData, useInfiniteQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import AutoComplete from 'primevue/autocomplete'
import { computed, ref } from 'vue'
import type { YardName, YardNames } from '@jardinero/contract/state'
import { useWords } from '../kit/session.ts'
import { ask, keys, useHeld } from '../state/index.ts'

/** One of very many yards: found by its name or its client, page by page as the list is gone down. */
defineProps<{ name: string }>()
const emit = defineEmits<{ open: [id: string] }>()
const held = useHeld()
const { say } = useWords()
const typed = ref<string | YardName>('')
const search = ref('')
const asked = refDebounced(search, 200)
const pages = useInfiniteQuery(
  {
    queryKey: computed(() => keys.names(held.who, asked.value)),
    queryFn: ({ pageParam }) =>
      ask<YardNames>(
        `/api/yard/names?search=${encodeURIComponent(asked.value)}${pageParam && `&after=${pageParam}`}`,
      ),
    initialPageParam: '',
    getNextPageParam: (page: YardNames) => page.next,
    placeholderData: keepPreviousData,
  },
  held.client,
)
const rowPx = 40
const found = computed(() => pages.data.value?.pages.flatMap((p) => p.yards) ?? [])
/** The next page is asked for before its first row is seen. */
const goOn = ({ last }: { last: number }) => {
  if (last >= found.value.length - 5 && pages.hasNextPage.value && !pages.isFetching.value)
    void pages.fetchNextPage()
}
function choose(yard: YardName): void {
  typed.value = ''
  emit('open', yard.id)
}
</script>

<template>
  <AutoComplete
    v-model="typed"
    class="search small"
    :suggestions="found"
    option-label="name"
    :placeholder="name"
    :aria-label="say('frame.otherYard')"
    dropdown
    :pt="{ dropdown: { 'aria-label': say('frame.otherYard') } }"
    complete-on-focus
    :min-length="0"
    :virtual-scroller-options="{ itemSize: rowPx, lazy: true, onLazyLoad: goOn }"
    @complete="search = $event.query"
    @option-select="choose($event.value)"
  >
    <template #option="{ option }">
      <span class="row"
        >{{ option.name }} <span v-if="option.client" class="quiet small">{{ option.client }}</span></span
      >
    </template>
  </AutoComplete>
</template>

<style scoped>
.search {
  max-width: 9rem;
}
.search :deep(input) {
  width: 7rem;
  min-width: 0;
}
.row {
  overflow-wrap: anywhere;
}
</style>
