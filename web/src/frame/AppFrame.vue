<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { computed, defineAsyncComponent, watchEffect } from 'vue'
import { useRoute } from 'vue-router'
import { afterPage } from '../kit/afterPage.ts'
import { connection } from '../kit/api.ts'
import { withControls } from '../kit/controls.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useAccount, useTicking } from '../state/index.ts'
import { useGloves } from '../kit/useGloves.ts'
import { openTerm } from '../kit/terms.ts'
import { openWorking } from '../kit/working.ts'
import { useArrivals } from '../outing/index.ts'
import OutboxPanel from '../outing/OutboxPanel.vue'
import { useLacking } from '../yard/index.ts'
import DemoBar from './DemoBar.vue'
import FirstNeeds from './FirstNeeds.vue'
import KeysHelp from './KeysHelp.vue'
import LongWork from './LongWork.vue'
import RemovedBar from './RemovedBar.vue'
import SeasonRibbon from './SeasonRibbon.vue'
import StationTrail from './StationTrail.vue'
import YardServices from './YardServices.vue'
import { needsAt } from './stations.ts'
import { useKeys } from './useKeys.ts'

const FindAnything = defineAsyncComponent(() => import('./FindAnything.vue'))
const FirstTour = defineAsyncComponent(afterPage(() => import('./FirstTour.vue')))
const TermCard = defineAsyncComponent(() => import('./TermCard.vue'))
const WorkingDrawer = defineAsyncComponent(withControls(() => import('../kit/WorkingDrawer.vue')))
const session = useSession()
const route = useRoute()
const { say } = useWords()
const dark = usePreferredDark()
const gloves = useGloves()
/** Without the frame where no yard is open: its links lead into one. */
const bare = computed(() => !route.params['yardId'] || !session.person)
const { lackingOf } = useLacking()
const lacking = computed(() => lackingOf(needsAt(route)))
const account = useAccount()
const { helpOpen, findOpen } = useKeys(bare)
useArrivals()
useTicking()
const triedAt = computed(() =>
  session.words.time(
    session.failedBefore?.lastAt ?? '',
    Intl.DateTimeFormat().resolvedOptions().timeZone,
    'long',
  ),
)

watchEffect(() => {
  const { theme, locale } = session.preferences
  const { classList } = document.documentElement
  classList.toggle('dark', theme === 'dark' || (theme === 'auto' && dark.value))
  classList.toggle('sun', theme === 'sun')
  classList.toggle('gloves', gloves.value)
  document.documentElement.lang = locale
})
</script>

<template>
  <a class="skip" href="#station">{{ say('frame.skip') }}</a>
  <p v-if="connection.away" class="outage no-print" role="status">{{ say('frame.away') }}</p>
  <p v-if="session.failedBefore" class="tries no-print" role="status">
    {{ say('frame.failedBefore', { count: session.failedBefore.count, when: triedAt }) }}
    <RouterLink to="/you">{{ say('frame.you') }}</RouterLink>
    <button type="button" class="link" @click="session.failedBefore = undefined">
      {{ say('frame.close') }}
    </button>
  </p>
  <RouterView v-if="bare" />
  <div v-else class="frame">
    <YardServices />
    <DemoBar class="no-print" />
    <SeasonRibbon class="ribbon no-print" />
    <StationTrail class="trail no-print" @find="findOpen = true" />
    <main id="station" tabindex="-1">
      <FirstTour
        v-if="!account.demoDay && !lacking.length && route.name === 'today'"
      /><OutboxPanel /><FirstNeeds v-if="lacking.length" :lacking="lacking" /><RouterView v-else />
    </main>
  </div>
  <LongWork />
  <RemovedBar />
  <FindAnything v-if="findOpen" @close="findOpen = false" />
  <TermCard v-if="openTerm.term" :key="openTerm.term" :term="openTerm.term" />
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

.tries {
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  padding: 0.4rem 1rem;
  background: var(--clay-soft);
  border-bottom: 1px solid var(--rule);
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
