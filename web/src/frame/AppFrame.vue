<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { computed, defineAsyncComponent, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { connection } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import { openWorking } from '../kit/working.ts'
import OutboxPanel from '../outing/OutboxPanel.vue'
import { useArrivals } from '../outing/useArrivals.ts'
import DemoBar from './DemoBar.vue'
import KeysHelp from './KeysHelp.vue'
import SeasonRibbon from './SeasonRibbon.vue'
import StationTrail from './StationTrail.vue'
import { useKeys } from './useKeys.ts'

const WorkingDrawer = defineAsyncComponent(() => import('../kit/WorkingDrawer.vue'))
const session = useSession()
const route = useRoute()
const { say } = useWords()
const dark = usePreferredDark()
const bare = computed(() => Boolean(route.meta['bare']) || !session.person)
const { helpOpen } = useKeys(bare)
useArrivals()

watchEffect(() => {
  const { theme, locale } = session.preferences
  document.documentElement.classList.toggle('dark', theme === 'dark' || (theme === 'auto' && dark.value))
  document.documentElement.lang = locale
})
</script>

<template>
  <a class="skip" href="#station">{{ say('frame.skip') }}</a>
  <p v-if="connection.away" class="outage no-print" role="status">{{ say('frame.away') }}</p>
  <RouterView v-if="bare" />
  <div v-else class="frame">
    <DemoBar class="no-print" />
    <SeasonRibbon class="ribbon no-print" />
    <StationTrail class="trail no-print" />
    <main id="station" tabindex="-1"><OutboxPanel /><RouterView /></main>
  </div>
  <WorkingDrawer v-if="openWorking.figure" />
  <KeysHelp v-if="helpOpen" @close="helpOpen = false" />
</template>

<style scoped>
.frame {
  display: grid;
  grid-template-columns: var(--trail) minmax(0, 1fr);
  min-height: 100vh;
  grid-template-rows: auto auto 1fr;
}
.frame > :deep(.demo),
.ribbon {
  grid-column: 1 / -1;
}
main:focus {
  outline: none;
}
.skip {
  position: absolute;
  left: -99rem;
}
.skip:focus {
  left: 0.5rem;
  top: 0.5rem;
  background: var(--card);
  padding: 0.5rem;
  z-index: 10;
}
.outage {
  background: var(--stop);
  color: var(--paper);
  padding: 0.4rem 1rem;
  position: sticky;
  top: 0;
  z-index: 5;
}
@media (max-width: 60rem) {
  .frame {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media print {
  .frame {
    display: block;
  }
}
</style>
