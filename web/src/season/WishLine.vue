<script setup lang="ts">
import { computed } from 'vue'
import type { JudgedProgramme } from '@jardinero/core/season'
import { useWords } from '../kit/session.ts'
import { useYard } from '../state/index.ts'
import { usePlanContext } from './usePlanContext.ts'

/** What the owner wishes, above the picture, each with whether what is shown keeps it. */
const props = defineProps<{ judged: JudgedProgramme }>()
const { zones } = useYard()
const { wishes } = usePlanContext()
const { say } = useWords()
const broken = (code: string, name: string, value: string) =>
  [...props.judged.breaks, ...props.judged.faults].some((b) => b.code === code && b.params[name] === value)
const lines = computed(() => [
  ...wishes.value.seeding.map(({ zoneId, day }) => ({
    text: say('season.wish.seeding', { zone: zones.value.find((z) => z.id === zoneId)?.name ?? '', day }),
    kept: !broken('seedingNotSafe', 'seeding', day) && !broken('seedingTooSoon', 'seeding', day),
  })),
  ...wishes.value.busy.map(({ from, to }) => ({
    text: say('season.wish.busy', { from, to }),
    kept: !broken('noTimeThen', 'from', from),
  })),
  ...wishes.value.aerating.map(({ day }) => ({
    text: say('season.wish.coring', { day }),
    kept: !broken('coredAfterPass', 'cored', day),
  })),
])
function change(): void {
  const heading = document.getElementById('wishes')
  heading?.scrollIntoView({ block: 'start' })
  heading?.focus()
}
</script>

<template>
  <p class="wishes small">
    <strong>{{ say('season.wishes') }}</strong>
    <span v-for="(l, i) in lines" :key="i" :class="{ stop: !l.kept }">
      {{ l.text }}: {{ say(l.kept ? 'season.wish.kept' : 'season.wish.broken') }}
    </span>
    <span v-if="!lines.length" class="quiet">{{ say('season.wish.none') }}</span>
    <button type="button" class="link" @click="change">{{ say('season.wish.change') }}</button>
  </p>
</template>

<style scoped>
.wishes {
  display: flex;
  flex-wrap: wrap;
  gap: 0.2rem 1.1rem;
  margin-bottom: 0.6rem;
}
</style>
