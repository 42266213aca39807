<script setup lang="ts">
import { useRouter } from 'vue-router'
import { addDays } from '@jardinero/core/quantity'
import { useAccount } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** Says that this is the demo, and moves its day. */
const account = useAccount()
const router = useRouter()
const { say, day } = useWords()

async function move(to: string): Promise<void> {
  if (!/^\d{4}-\d{2}-\d{2}$/.test(to)) return
  await account.moveDemo(to)
  await router.replace({ query: { ...router.currentRoute.value.query, day: undefined } })
}
/** Everything of before is gone, in every store too: the page begins anew. */
async function putBack(): Promise<void> {
  await account.putDemoBack()
  location.assign('/')
}
</script>

<template>
  <div v-if="account.demoDay" class="demo small">
    <span class="whole">{{ say('frame.demo', { today: day(account.demoDay, 'weekday') }) }}</span>
    <span class="short">{{ say('frame.demoShort') }}</span>
    <span class="move">
      <button type="button" class="link back" @click="putBack">{{ say('frame.demoBack') }}</button>
      <button
        type="button"
        class="link"
        :aria-label="say('frame.dayBack')"
        @click="move(addDays(account.demoDay, -1))"
      >
        ‹
      </button>
      <label
        ><span class="whole">{{ say('frame.moveDemo') }}</span>
        <input
          type="date"
          :aria-label="say('frame.moveDemo')"
          :value="account.demoDay"
          @change="move(($event.target as HTMLInputElement).value)"
        />
      </label>
      <button
        type="button"
        class="link"
        :aria-label="say('frame.dayOn')"
        @click="move(addDays(account.demoDay, 1))"
      >
        ›
      </button>
    </span>
  </div>
</template>

<style scoped>
.demo {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 0.2rem 1rem;
  padding: 0.15rem 1.2rem;
  background: var(--clay-soft);
}
.move {
  display: flex;
  gap: 0.6rem;
  align-items: center;
}
.move input {
  border: 1px solid var(--rule);
  border-radius: var(--radius);
  background: var(--card);
  padding: 0 0.3rem;
}
.short {
  display: none;
}
@media (max-width: 60rem) {
  .demo {
    flex-wrap: nowrap;
    padding: 0.1rem 0.8rem;
  }
  .whole {
    display: none;
  }
  .short {
    display: inline;
  }
  .move {
    gap: 0.3rem;
  }
  .link {
    white-space: nowrap;
  }
}
.link:not(.back) {
  border: 0;
  padding: 0 0.5rem;
  font-size: 1.1rem;
}
</style>
