<script setup lang="ts">
import { ref, watch } from 'vue'
import type { LabelRules } from '@jardinero/core/shelf'
import type { Label, LabelVersion } from '@jardinero/contract/shelf'
import { get } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'

/** The label as it stood before each change. Records keep the rules they were made under in any case. */
const props = defineProps<{ label: Label }>()
const { say, day: sayDay } = useWords()
const versions = ref<LabelVersion[]>([])
watch(
  () => props.label.version,
  async () => (versions.value = await get<LabelVersion[]>(`/api/shelf/labels/${props.label.id}/versions`)),
  { immediate: true },
)
/** Parts that differ from the version after it. */
function changed(i: number): string {
  const before: LabelRules = versions.value[i]!.rules
  const after: LabelRules = versions.value[i + 1]?.rules ?? props.label.rules
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof LabelRules)[]
  return keys.filter((k) => JSON.stringify(before[k]) !== JSON.stringify(after[k])).join(', ')
}
</script>

<template>
  <section v-if="versions.length">
    <h3>{{ say('label.versions') }}</h3>
    <ul class="small">
      <li v-for="(v, i) in versions" :key="v.id">
        <details>
          <summary>
            {{
              say('label.version', {
                n: v.number,
                day: sayDay(v.replacedAt.slice(0, 10), 'long'),
                who: v.replacedBy,
                parts: changed(i),
              })
            }}
          </summary>
          <pre>{{ JSON.stringify(v.rules, null, 1) }}</pre>
        </details>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  padding-left: 1.1rem;
  margin: 0.3rem 0;
}
pre {
  max-height: 16rem;
  overflow: auto;
  font-size: 0.78rem;
}
</style>
