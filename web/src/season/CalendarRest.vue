<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { CalendarFeed } from '@jardinero/contract/season'
import { get, newId, send } from '../kit/api.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useYard } from '../state/index.ts'

/** The plan as a calendar file, and an address other programs may follow. */
const { yard } = useYard()
const { say } = useWords()
const form = useForm()
const feeds = ref<CalendarFeed[]>([])
const feed = computed(() => feeds.value.find((f) => f.yardId === yard.value?.id))
const address = computed(() => feed.value && new URL(feed.value.path, window.location.origin).href)
const page = computed(() => feed.value && new URL(feed.value.page, window.location.origin).href)
onMounted(() => form.save(async () => (feeds.value = await get<CalendarFeed[]>('/api/season/feeds'))))
const make = () =>
  form.save(async () => {
    const order = { id: newId(), yardId: yard.value!.id }
    feeds.value = [...feeds.value, await send<CalendarFeed>('POST', '/api/season/feeds', order)]
  })
const drop = ({ id }: CalendarFeed) =>
  form.save(async () => {
    await send('DELETE', `/api/season/feeds/${id}`)
    feeds.value = feeds.value.filter((f) => f.id !== id)
  })
</script>

<template>
  <section>
    <h3>{{ say('season.calendar') }}</h3>
    <p class="quiet small">{{ say('season.calendarSays') }}</p>
    <template v-if="feed">
      <label class="small"
        >{{ say('season.feedAddress') }}
        <input :value="address" readonly @focus="($event.target as HTMLInputElement).select()"
      /></label>
      <label class="small"
        >{{ say('season.pageAddress') }}
        <input :value="page" readonly @focus="($event.target as HTMLInputElement).select()"
      /></label>
      <p class="small">
        <a class="link" :href="feed.page" target="_blank">{{ say('season.openPage') }}</a>
      </p>
      <p class="quiet small">{{ say('season.feedSays') }}</p>
      <button class="link small" @click="drop(feed)">{{ say('season.dropFeed') }}</button>
    </template>
    <button v-else class="link small" @click="make">{{ say('season.makeFeed') }}</button>
    <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
  </section>
</template>

<style scoped>
h3 {
  margin-top: 1.1rem;
}
input {
  width: 100%;
  border: 1px solid var(--rule);
  background: var(--card);
  padding: 0.3rem;
}
</style>
