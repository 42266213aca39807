<script setup lang="ts">
import { useRouter } from 'vue-router'
import { useAccount } from '../kit/account.ts'
import { useWords } from '../kit/session.ts'
import { useYard } from '../kit/useYard.ts'

/** The open yard; a choice where there are several. */
const account = useAccount()
const router = useRouter()
const { yard } = useYard()
const { say } = useWords()
const open = (id: string) => router.replace({ query: { ...router.currentRoute.value.query, yard: id } })
</script>

<template>
  <select
    v-if="account.state.yards.length > 1"
    class="small"
    :aria-label="say('frame.otherYard')"
    :value="yard?.id"
    @change="open(($event.target as HTMLSelectElement).value)"
  >
    <option v-for="y in account.state.yards" :key="y.id" :value="y.id">{{ y.name }}</option>
  </select>
  <span v-else class="quiet small">{{ yard?.name }}</span>
</template>

<style scoped>
select {
  max-width: 5.6rem;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--quiet);
  min-height: 24px;
}
span {
  overflow-wrap: anywhere;
}
</style>
