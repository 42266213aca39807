<script setup lang="ts">
import { ref, watch } from 'vue'
import type { Label, LabelVersion } from '@jardinero/contract/shelf'
import { get } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useDifferences } from './useDifferences.ts'

/** The label as it stood before each change. Records keep the rules they were made under in any case. */
const props = defineProps<{ label: Label }>()
const { say, day: sayDay } = useWords()
const versions = ref<LabelVersion[]>([])
watch(
  () => props.label.version,
  async () => (versions.value = await get<LabelVersion[]>(`/api/shelf/labels/${props.label.id}/versions`)),
  { immediate: true },
)
const differences = useDifferences()
/** In what it differs from the version after it. */
const changed = (i: number): string[] =>
  differences(versions.value[i]!.rules, versions.value[i + 1]?.rules ?? props.label.rules)
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
                parts: changed(i).length,
              })
            }}
          </summary>
          <ul>
            <li v-for="(text, k) in changed(i)" :key="k">{{ text }}</li>
          </ul>
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
</style>
