<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Find } from '@jardinero/contract/scout'
import { dayIn } from '@jardinero/core/quantity'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useFinds } from './useFinds.ts'

/** One's own photos of a find. What cannot be read is refused, and the find stays as it is. */
const props = defineProps<{ find: Find }>()
const account = useAccount()
const { say } = useWords()
const { timeZone } = useYard()
const { nameOf } = useFinds()
const form = useForm()
const keepPlace = ref(false)
const photos = computed(() => account.state.photos.filter((p) => p.findId === props.find.id))

async function add(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  for (const file of input.files ?? [])
    if (!(await form.save(() => account.addPhoto(props.find.id, file, keepPlace.value, nameOf(props.find)))))
      break
  input.value = ''
}
</script>

<template>
  <section class="photos">
    <h3>{{ say('scout.find.photos') }}</h3>
    <figure v-for="p in photos" :key="p.id">
      <img
        :src="`/api/scout/photos/${p.id}`"
        :width="p.width"
        :height="p.height"
        :alt="say('scout.photo.of', { plant: nameOf(find) })"
        loading="lazy"
      />
      <figcaption class="quiet small">
        <span v-if="p.takenAt">{{ say('scout.photo.taken', { day: dayIn(p.takenAt, timeZone) }) }}</span>
        <span v-if="p.latitude !== null && p.longitude !== null">{{
          say('scout.photo.placed', { latitude: p.latitude, longitude: p.longitude })
        }}</span>
        <button class="link stop" @click="account.removePhoto(p.id)">{{ say('scout.photo.remove') }}</button>
      </figcaption>
    </figure>
    <p>
      <label class="link">
        {{ say(form.saving.value ? 'scout.form.sending' : 'scout.form.photo') }}
        <input
          type="file"
          class="visually-hidden"
          accept="image/jpeg,image/png,image/webp"
          :disabled="form.saving.value"
          @change="add"
        />
      </label>
    </p>
    <label class="small"
      ><input v-model="keepPlace" type="checkbox" /> {{ say('scout.form.keepPlace') }}</label
    >
    <p class="quiet small">{{ say('scout.form.keepPlaceHint') }}</p>
    <p v-if="form.problem.value" class="stop" role="alert">{{ form.problem.value.detail }}</p>
  </section>
</template>

<style scoped>
.photos {
  margin-top: 1.2rem;
}
figure {
  margin: 0.5rem 0;
}
img {
  width: 100%;
  height: auto;
  border-radius: var(--radius);
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 0.8rem;
  align-items: baseline;
}
.link:focus-within {
  outline: 2px solid var(--clay);
}
</style>
