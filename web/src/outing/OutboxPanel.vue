<script setup lang="ts">
import type { Waiting } from '../kit/outbox.ts'
import { useOutbox, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'

/** What is not at the server yet, and what the server would not have: settled by the person, never by us. */
const outbox = useOutbox()
const { timeZone } = useYard()
const { say, time } = useWords()
const again = (entry: Waiting) => outbox.settle(entry, { ...(entry.body as object), again: true })
</script>

<template>
  <aside v-if="outbox.waiting.length || outbox.conflicts.length" class="outbox no-print" role="status">
    <p v-if="outbox.waiting.length">
      {{ say('outing.waiting', { count: outbox.waiting.length }) }}
      <RouterLink v-if="outbox.signedOut" class="link" :to="{ name: 'signIn' }">{{
        say('outing.signInToSend')
      }}</RouterLink>
      <button v-else class="link" @click="outbox.flush()">{{ say('outing.tryNow') }}</button>
    </p>
    <ul v-if="outbox.waiting.length" class="small">
      <li v-for="entry in outbox.waiting" :key="entry.seq">
        {{ say(entry.says.code, entry.says.params) }}
      </li>
    </ul>
    <div v-for="entry in outbox.conflicts" :key="entry.seq" class="conflict">
      <p>
        <strong>{{ say(entry.says.code, entry.says.params) }}</strong>
        {{ time(entry.at, timeZone) }}. {{ entry.conflict!.detail }}
        <template v-for="f in entry.conflict!.faults" :key="f.field">{{ f.detail }} </template>
      </p>
      <p class="choices">
        <button v-if="entry.conflict!.code === 'tankRecorded'" class="link" @click="again(entry)">
          {{ say('outing.bothCount') }}
        </button>
        <button v-else class="link" @click="outbox.settle(entry)">{{ say('outing.sendAgain') }}</button>
        <button class="link" @click="outbox.drop(entry)">{{ say('outing.dropMine') }}</button>
      </p>
    </div>
  </aside>
</template>

<style scoped>
.outbox {
  border-left: 4px solid var(--wheat);
  margin: 0.6rem 1.2rem 0;
  padding: 0.2rem 0 0.2rem 0.8rem;
}
.conflict {
  border-left: 4px solid var(--stop);
  padding-left: 0.8rem;
}
.outbox p {
  margin: 0.2rem 0;
}
.outbox ul {
  margin: 0.2rem 0;
  padding-left: 1.1rem;
}
.choices {
  display: flex;
  gap: 1.2rem;
}
</style>
