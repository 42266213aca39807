<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import type { People } from '@jardinero/contract/people'
import LongList from '../../kit/LongList.vue'
import { get, send } from '../../kit/api.ts'
import { useSession, useWords } from '../../kit/session.ts'
import { useLongList } from '../../kit/useLongList.ts'
import InviteForm from './InviteForm.vue'
import PersonRow from './PersonRow.vue'

/** Who works in this account, who is invited, and who has left. */
const session = useSession()
const { say } = useWords()
const told = ref<People>()
const load = async () => (told.value = await get<People>('/api/account/people'))
onMounted(load)
const here = computed(() => (told.value?.people ?? []).filter((p) => !p.leftAt))
const gone = computed(() => (told.value?.people ?? []).filter((p) => p.leftAt))
const holders = computed(() => here.value.filter((p) => p.role !== 'crew' && p.role !== 'office'))
const list = useLongList(here, (p) => `${p.name} ${p.email} ${say(`role.${p.role}`)}`)
const { some } = list
const zone = Intl.DateTimeFormat().resolvedOptions().timeZone
const when = (instant: string) => session.words.time(instant, zone, 'long')
async function takeBack(id: string): Promise<void> {
  await send('DELETE', `/api/account/invitations/${id}`)
  await load()
}
</script>

<template>
  <section v-if="told" class="people">
    <h2>{{ say('people.title') }}</h2>
    <p class="quiet">{{ say('people.says') }}</p>
    <LongList :list="list" :label="say('people.search')">
      <ul class="rows">
        <PersonRow
          v-for="p in some"
          :key="`${p.id} ${p.version}`"
          :person="p"
          :holders="holders"
          @changed="load"
        />
      </ul>
    </LongList>
    <template v-if="told.invitations.length">
      <h3>{{ say('people.invited') }}</h3>
      <ul class="press-rows">
        <li v-for="i in told.invitations" :key="i.id">
          <span>{{ i.name }}</span>
          <span class="quiet small"
            >{{ say(`role.${i.role}`) }}, {{ say('people.until', { when: when(i.expiresAt) }) }}</span
          >
          <button type="button" class="link" @click="takeBack(i.id)">{{ say('people.takeBack') }}</button>
        </li>
      </ul>
    </template>
    <details v-if="gone.length">
      <summary>{{ say('people.gone') }}: {{ gone.length }}</summary>
      <ul>
        <li v-for="p in gone" :key="p.id">{{ p.name }}, {{ when(p.leftAt!) }}</li>
      </ul>
    </details>
    <InviteForm :holders="holders" @changed="load" />
  </section>
</template>

<style scoped>
.people {
  margin-top: 2.4rem;
  display: grid;
  gap: 0.6rem;
}
.rows {
  list-style: none;
  margin: 0;
  padding: 0;
}
.rows > li {
  border-top: 1px solid var(--rule);
}
</style>
