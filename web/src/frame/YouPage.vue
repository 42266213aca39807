<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Preferences } from '@jardinero/contract/person'
import ChoiceField from '../kit/ChoiceField.vue'
import TextField from '../kit/TextField.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useMay } from '../kit/useMay.ts'
import { useGloves } from '../kit/useGloves.ts'
import RemindersRow from '../outing/RemindersRow.vue'
import { useAccount, useYard } from '../state/index.ts'
import AccountFile from './AccountFile.vue'
import RemovedList from './RemovedList.vue'
import PeoplePart from './you/PeoplePart.vue'
import SecurityPart from './you/SecurityPart.vue'
import SignOutRow from './you/SignOutRow.vue'

/** How one person reads, and the account as a file. */
const session = useSession()
const account = useAccount()
const { yard } = useYard()
const { say } = useWords()
const form = useForm()
const may = useMay()

const choice = <K extends keyof Preferences>(key: K, values: Preferences[K][]) => ({
  key,
  options: values.map((value) => ({ value: value as string, label: say(`you.${key}.${value}`) })),
})
const choices = computed(() => [
  choice('units', ['us', 'metric']),
  choice('temperature', ['F', 'C']),
  choice('theme', ['auto', 'light', 'dark', 'sun']),
  choice('locale', ['en-US', 'en-CA', 'en-GB', 'en-AU', 'en-NZ', 'en-ZA', 'es-US', 'es-MX']),
])
const gloves = useGloves()
const saved = ref(false)
/** One after the other: what is chosen while the last is still being saved is saved next. */
let last = Promise.resolve()
let waiting = 0
function prefer(key: string, value: unknown): void {
  saved.value = false
  waiting++
  last = last.then(async () => {
    const worked = await form.save(() => session.prefer({ [key]: value }))
    if (--waiting === 0) saved.value = worked
  })
}
</script>

<template>
  <article class="you">
    <h1>{{ say('you.title', { name: session.person?.name ?? '' }) }}</h1>
    <p class="quiet">{{ session.person?.email }}</p>
    <div class="choices">
      <ChoiceField
        v-for="c in choices"
        :key="c.key"
        :model-value="session.preferences[c.key] as string"
        :label="say(`you.${c.key}`)"
        :options="c.options"
        @update:model-value="prefer(c.key, $event)"
      />
      <TextField
        :model-value="session.person?.licence ?? ''"
        :label="say('you.licence')"
        :hint="say('you.licenceHint')"
        @change="prefer('licence', ($event.target as HTMLInputElement).value)"
      />
    </div>
    <label class="gloves"
      ><input v-model="gloves" type="checkbox" /> {{ say('you.gloves') }}
      <span class="quiet small">{{ say('you.glovesSay') }}</span></label
    >
    <p v-if="form.problem.value" class="stop" role="alert">{{ form.problem.value.detail }}</p>
    <p v-else-if="saved" role="status" class="quiet">{{ say('frame.saved') }}</p>
    <RemindersRow />
    <AccountFile v-if="may('account.whole')" />
    <section v-if="yard">
      <h2>{{ say('frame.lawns') }}</h2>
      <RouterLink :to="{ name: 'lawns' }">{{ say('you.lawns') }}</RouterLink>
    </section>
    <RemovedList />
    <p v-if="may('yard.write')" class="leave">
      <RouterLink :to="{ name: 'welcome' }">{{ say('frame.addYard') }}</RouterLink>
    </p>
    <PeoplePart v-if="may('account.people') && !account.demoDay" />
    <SecurityPart v-if="!account.demoDay" />
    <SignOutRow />
  </article>
</template>

<style scoped>
.you {
  padding: 1.5rem 2.2rem 5rem;
  max-width: 46rem;
}
h1 {
  font-size: 1.7rem;
}
.choices {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(14rem, 1fr));
  gap: 0 1.5rem;
  margin-top: 1rem;
}
.gloves {
  display: block;
  margin: 0.8rem 0;
}
.leave {
  margin-top: 2rem;
}
</style>
