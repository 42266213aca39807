<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Colleague, ColleagueOrder } from '@jardinero/contract/people'
import { roleNames } from '@jardinero/contract/roles'
import ChoiceField from '../../kit/ChoiceField.vue'
import TextField from '../../kit/TextField.vue'
import { send } from '../../kit/api.ts'
import { useSession, useWords } from '../../kit/session.ts'
import { useForm } from '../../kit/useForm.ts'
import { useOptions } from '../../kit/useOptions.ts'
import { useYard } from '../../state/index.ts'
import LinkOnce from './LinkOnce.vue'

/** One person: what they may, their licence, a new way in, and the end of it. */
const props = defineProps<{ person: Colleague; holders: Colleague[] }>()
const emit = defineEmits<{ changed: [] }>()
const session = useSession()
const { say, day } = useWords()
const options = useOptions()
const form = useForm()
const link = ref<string>()
const isEnding = ref(false)
const isOpen = ref(false)
const isSelf = computed(() => props.person.id === session.person?.id)
const url = computed(() => `/api/account/people/${props.person.id}`)
const { today } = useYard()
const isOver = computed(() => Boolean(props.person.licenceUntil && props.person.licenceUntil < today.value))
const over = computed(() => props.holders.find((h) => h.id === props.person.worksUnder))
const others = computed(() => [
  { value: '', label: say('people.nobody') },
  ...props.holders.filter((h) => h.id !== props.person.id).map((h) => ({ value: h.id, label: h.name })),
])

async function change(patch: Omit<ColleagueOrder, 'version'>): Promise<void> {
  await form.save(() => send('PATCH', url.value, { version: props.person.version, ...patch }))
  emit('changed')
}
const typedIn = (event: Event) => (event.target as HTMLInputElement).value.trim()
async function reset(): Promise<void> {
  await form.save(async () => {
    const { token } = await send<{ token: string }>('POST', `${url.value}/reset`, {})
    link.value = `${location.origin}/reset#${token}`
  })
}
async function end(): Promise<void> {
  if (await form.save(() => send('POST', `${url.value}/leave`, {}))) isEnding.value = false
  emit('changed')
}
</script>

<template>
  <li>
    <details @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
      <summary>
        <strong>{{ person.name }}</strong>{{ ' ' }}
        <span class="quiet what">
          {{ say(`role.${person.role}`) }}<template v-if="isSelf"> · {{ say('people.you') }}</template
          ><template v-if="over"> · {{ say('people.under', { name: over.name }) }}</template></span
        >{{ ' ' }}
        <span v-if="isOver" class="stop small">
          {{ say('people.licenceOver', { day: day(person.licenceUntil!, 'long') }) }}</span
        >
      </summary>
      <template v-if="isOpen">
        <p class="quiet small">{{ person.email }}</p>
        <ChoiceField
          :model-value="person.role"
          :label="say('people.role')"
          :options="options(roleNames, 'role')"
          :fault="form.faultAt('role')"
          @update:model-value="$event && change({ role: $event })"
        />
        <p class="quiet small">{{ say(`role.${person.role}.says`) }}</p>
        <TextField
          v-if="!isSelf"
          :model-value="person.licence"
          :label="say('you.licence')"
          @change="change({ licence: typedIn($event) })"
        />
        <TextField
          :model-value="person.licenceUntil ?? ''"
          type="date"
          :label="say('people.licenceUntil')"
          :fault="form.faultAt('licenceUntil')"
          @change="change({ licenceUntil: typedIn($event) || null })"
        />
        <ChoiceField
          v-if="person.role === 'crew'"
          :model-value="person.worksUnder ?? ''"
          :label="say('people.worksUnder')"
          :options="others"
          :fault="form.faultAt('worksUnder')"
          @update:model-value="change({ worksUnder: $event || null })"
        />
        <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
        <p v-if="!isSelf" class="presses">
          <button type="button" class="link" @click="reset">{{ say('people.reset') }}</button>
          <button v-if="!isEnding" type="button" class="link stop" @click="isEnding = true">
            {{ say('people.end') }}
          </button>
        </p>
        <p v-if="isEnding" role="alert">
          {{ say('people.endSays', { name: person.name }) }}
          <button type="button" class="link stop" @click="end">{{ say('people.endNow') }}</button>
          <button type="button" class="link" @click="isEnding = false">{{ say('frame.cancel') }}</button>
        </p>
        <LinkOnce
          v-if="link"
          :key="link"
          :link="link"
          :says="say('people.resetSays', { name: person.name })"
        />
      </template>
    </details>
  </li>
</template>

<style scoped>
.what {
  margin-left: 0.7rem;
}
.presses {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.2rem;
}
summary {
  list-style-position: inside;
  cursor: pointer;
  padding: 0.4rem 0;
}
</style>
