<script setup lang="ts">
import { computed, ref } from 'vue'
import ChoiceField from '../../kit/ChoiceField.vue'
import { useWords } from '../../kit/session.ts'
import { usePlantOptions, usePlants } from '../../scout/index.ts'

/** Plants as a label lists them: added by name, taken away one by one. */
defineProps<{ label: string; fault?: string | undefined }>()
const chosen = defineModel<string[]>({ required: true })
const { say } = useWords()
const { plants, load, loaded } = usePlants()
const asOptions = usePlantOptions()
void load()
const adding = ref<string>()
const options = computed(() => asOptions(plants.value.filter((p) => !chosen.value.includes(p.code))))
function add(code: string | undefined): void {
  if (code) chosen.value = [...chosen.value, code]
  adding.value = undefined
}
</script>

<template>
  <div v-if="loaded" class="plants">
    <ChoiceField
      :model-value="adding"
      :label="label"
      :options="options"
      :fault="fault"
      filter
      @update:model-value="add"
    />
    <ul v-if="chosen.length" class="small">
      <li v-for="code in chosen" :key="code">
        {{ say(`plant.${code}`)
        }}<button
          type="button"
          class="drop"
          :aria-label="say('label.dropPlant', { plant: code })"
          @click="chosen = chosen.filter((c) => c !== code)"
        >
          ×
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  margin: 0.2rem 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.7rem;
}
.drop {
  all: unset;
  cursor: pointer;
  padding: 0 0.35rem;
  min-width: 1.5rem;
  text-align: center;
  color: var(--quiet);
}
.drop:focus-visible {
  outline: 2px solid var(--clay);
}
</style>
