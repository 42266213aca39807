<script setup lang="ts">
import { computed } from 'vue'
import { partnerActives, type ProgrammePass } from '@jardinero/core/season'
import { useSession, useWords } from '../kit/session.ts'
import { useShelf } from '../shelf/index.ts'
import { usePlanContext } from './usePlanContext.ts'

/** Where no label can be the partner of a pass: why, and which actives of another group to look for. */
const props = defineProps<{ pass: ProgrammePass }>()
const { context } = usePlanContext()
const shelf = useShelf()
shelf.load()
const session = useSession()
const { say } = useWords()
const actives = computed(() =>
  new Intl.ListFormat(session.preferences.locale, { type: 'disjunction' }).format(
    partnerActives(props.pass, context.value, shelf.almanac.actives).map((a) =>
      say('shelf.sheet.active', { ...a }),
    ),
  ),
)
</script>

<template>
  <p class="quiet small">{{ say('season.noPartnerHere', { actives: actives || 'none' }) }}</p>
</template>
