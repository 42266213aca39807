<script setup lang="ts">
import { useWords } from '../kit/session.ts'
import { useSearch } from './useSearch.ts'

/** Looks for the best days and rates, and says how sure that is. */
const { begin, stop, search, tolerance } = useSearch()
const { say, quantity } = useWords()
</script>

<template>
  <p class="search">
    <button v-if="search?.state !== 'looking'" class="link" @click="begin">
      {{ say('season.optimise') }}
    </button>
    <template v-else>
      <span role="status">{{ say('season.optimising', { looked: search.looked }) }}</span>
      <button class="link" @click="stop">{{ say('season.cancel') }}</button>
    </template>
    <span v-if="search?.state === 'found' && search.optimum" class="quiet small" role="status">
      {{
        search.optimum.proven
          ? say('season.bestProven', { tolerance: quantity(tolerance, 'ratio') })
          : say('season.bestOpen', { bound: quantity(search.optimum.bound, 'ratio') })
      }}
    </span>
    <span v-if="search?.state === 'none'" class="stop small" role="alert">{{ say('season.bestNone') }}</span>
    <span v-if="search?.state === 'failed'" class="stop small" role="alert">{{
      say('season.bestFailed')
    }}</span>
  </p>
</template>

<style scoped>
.search {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  align-items: baseline;
  margin-top: 1rem;
}
</style>
