<script setup lang="ts">
import { ref } from 'vue'
import type { ToolRow } from '@jardinero/contract/bench'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import ToolForm from './ToolForm.vue'

/** The scales, cups and spoons a person has; without any the usual ones of a shed are offered. */
const account = useAccount()
const { say, quantity } = useWords()
const editing = ref<ToolRow | 'new'>()
</script>

<template>
  <details>
    <summary>{{ say('bench.tools') }}</summary>
    <p v-if="!account.state.tools.length" class="quiet small">{{ say('bench.usualTools') }}</p>
    <ul class="small">
      <li v-for="t in account.state.tools" :key="t.id">
        {{ say('bench.toolSays', { name: t.name, step: quantity(t.step, t.unit, true) }) }}
        <button class="link" @click="editing = t">{{ say('bench.changeLabel') }}</button>
      </li>
    </ul>
    <ToolForm
      v-if="editing"
      :key="editing === 'new' ? 'new' : editing.id"
      :tool="editing === 'new' ? undefined : editing"
      @done="editing = undefined"
    />
    <button v-else class="link small" @click="editing = 'new'">{{ say('bench.addTool') }}</button>
  </details>
</template>

<style scoped>
summary {
  cursor: pointer;
  font-weight: 600;
  padding: 0.4rem 0;
}
ul {
  padding-left: 1.1rem;
  margin: 0.2rem 0;
}
</style>
