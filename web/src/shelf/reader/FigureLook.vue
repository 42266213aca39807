<script setup lang="ts">
import Button from 'primevue/button'
import { computed, nextTick, ref, watch } from 'vue'
import type { ReadFigure } from '@jardinero/core/shelf'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import { useWords } from '../../kit/session.ts'
import PagePart from './PagePart.vue'
import { besideOf, choicesOf, figureSays } from './figureSays.ts'
import type { PagePicture } from './pagePicture.ts'

/** One figure beside the words it was read from: Enter says that it is right, typing changes it. */
const props = defineProps<{
  figure: ReadFigure
  /** As it is typed; nothing where it is not. */
  asTyped: string | undefined
  at: number
  of: number
  pictures: PagePicture[]
  refused: boolean
}>()
const emit = defineEmits<{ take: [typed?: string]; choose: [value: string]; leave: []; back: [] }>()
const { say } = useWords()
const typed = ref(props.asTyped ?? '')
const form = ref<HTMLFormElement>()
const choices = computed(() => choicesOf(props.figure, say))
const picture = computed(() => props.pictures[props.figure.places[0]?.page ?? 0])
const places = computed(() => props.figure.places.filter((p) => p.page === props.figure.places[0]?.page))
const name = computed(() =>
  say('reading.figure', {
    field: say(`reading.field.${props.figure.field}`),
    line: (props.figure.line ?? -1) + 1,
  }),
)
watch(
  () => props.at,
  async () => {
    typed.value = props.asTyped ?? ''
    await nextTick()
    form.value?.querySelector<HTMLElement>('input, button[type=submit]')?.focus()
  },
  { immediate: true },
)
</script>

<template>
  <section class="look" :aria-label="say('reading.title')">
    <PagePart
      v-if="picture"
      :picture="picture"
      :places="places"
      :said="say('reading.standsThere', { said: figure.said })"
    />
    <form ref="form" novalidate @submit.prevent="emit('take', asTyped === undefined ? undefined : typed)">
      <p class="small quiet">{{ say('reading.at', { at: at + 1, of }) }}</p>
      <p class="quoted small">“{{ figure.said.slice(0, 160) }}”</p>
      <p v-if="figure.doubt" class="mind small" role="status">{{ say(`reading.doubt.${figure.doubt}`) }}</p>
      <ChoiceField
        v-if="choices"
        :model-value="String(figure.value)"
        :label="name"
        :options="choices"
        @update:model-value="(v) => v && emit('choose', v)"
      />
      <TextField
        v-else-if="asTyped !== undefined"
        v-model="typed"
        :label="name"
        :hint="besideOf(figure, say)"
        :fault="refused ? say('reading.notUnderstood') : undefined"
      />
      <p v-else>
        <b>{{ name }}</b> {{ figureSays(figure, say) }}
      </p>
      <div class="acts">
        <Button type="submit" :label="say('reading.right')" />
        <button type="button" class="link" @click="emit('leave')">{{ say('reading.leave') }}</button>
        <button v-if="at" type="button" class="link" @click="emit('back')">{{ say('reading.back') }}</button>
      </div>
    </form>
  </section>
</template>

<style scoped>
.look {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(20rem, 100%), 1fr));
  gap: 1rem;
  align-items: start;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
  align-items: center;
}
.quoted {
  font-style: italic;
  margin: 0.2rem 0 0.6rem;
}
</style>
