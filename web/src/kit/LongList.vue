<script setup lang="ts">
import { useWords } from './session.ts'
import TextField from './TextField.vue'
import type { LongList } from './useLongList.ts'

/** Around the rows of a list that may be long: a search over it, how many it found, and the way to the rest. */
const props = defineProps<{ list: LongList; label: string }>()
const { say } = useWords()
const { asked, isLong, all, found, left, more } = props.list
</script>

<template>
  <div v-if="isLong" class="search">
    <TextField v-model="asked" type="search" :label="label" />
    <p class="quiet small" role="status">
      {{ asked ? say('frame.foundOf', { found, all }) : '' }}
    </p>
  </div>
  <slot />
  <button v-if="left" type="button" class="link" @click="more">{{ say('frame.showMore', { left }) }}</button>
</template>

<style scoped>
.search {
  display: flex;
  flex-wrap: wrap;
  gap: 0 1rem;
  align-items: end;
}
@media print {
  .search {
    display: none;
  }
}
</style>
