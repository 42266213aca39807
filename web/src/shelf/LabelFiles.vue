<script setup lang="ts">
import { computed } from 'vue'
import type { Label } from '@jardinero/contract/shelf'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** The label itself, as a PDF or a picture, kept with what was copied from it. */
const props = defineProps<{ label: Label }>()
const account = useAccount()
const { say, number } = useWords()
const form = useForm()
const files = computed(() => account.state.labelFiles.filter((f) => f.labelId === props.label.id))
async function add(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (file) await form.save(() => account.addLabelFile(props.label.id, file))
  input.value = ''
}
const size = (bytes: number) =>
  say('label.file.size', { size: number(Math.max(1, Math.round(bytes / 1024))) })
</script>

<template>
  <section>
    <h3>{{ say('label.file.title') }}</h3>
    <ul>
      <li v-for="f in files" :key="f.id">
        <a :href="`/api/shelf/files/${f.id}`" target="_blank" rel="noopener">{{ f.name }}</a>
        <span class="quiet small"> {{ say(`label.file.${f.kind}`) }}, {{ size(f.bytes) }} </span>
        <button class="link small" @click="form.save(() => account.removeLabelFile(f.id))">
          {{ say('frame.remove') }}
        </button>
      </li>
    </ul>
    <label class="small"
      >{{ say('label.file.add') }}
      <input type="file" accept="application/pdf,image/jpeg,image/png,image/webp" @change="add"
    /></label>
    <p v-if="form.problem.value" class="stop small" role="alert">
      {{ form.faultAt('file') ?? form.problem.value.detail }}
    </p>
  </section>
</template>

<style scoped>
ul {
  padding-left: 1.1rem;
  margin: 0.3rem 0;
}
li .link {
  margin-left: 0.6rem;
}
</style>
