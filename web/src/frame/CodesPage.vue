<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useSession, useWords } from '../kit/session.ts'

/** The recovery codes, once: after signing up, or when new ones were made. */
const session = useSession()
const router = useRouter()
const route = useRoute()
const { say } = useWords()
const copied = ref(false)

async function copy(): Promise<void> {
  await navigator.clipboard.writeText(session.newCodes.join('\n'))
  copied.value = true
}
const print = () => window.print()
async function go(): Promise<void> {
  session.newCodes = []
  await router.replace(String(route.query['to'] ?? '/'))
}
</script>

<template>
  <main class="door">
    <h1>{{ say('codes.title') }}</h1>
    <p v-if="!session.newCodes.length">{{ say('codes.none') }}</p>
    <template v-else>
      <p>{{ say('codes.says') }}</p>
      <p class="small quiet">{{ say('frame.name') }} · {{ session.person?.email }}</p>
      <ol class="codes">
        <li v-for="code in session.newCodes" :key="code">{{ code }}</li>
      </ol>
    </template>
    <div class="actions no-print">
      <Button :label="say('codes.kept')" @click="go" />
      <Button severity="secondary" variant="outlined" :label="say('codes.print')" @click="print" />
      <Button severity="secondary" variant="outlined" :label="say('codes.copy')" @click="copy" />
      <span v-if="copied" role="status" class="quiet">{{ say('codes.copied') }}</span>
    </div>
  </main>
</template>

<style scoped>
.codes {
  columns: 2;
  column-gap: 2rem;
  margin: 1.2rem 0 1.6rem;
  padding-left: 2rem;
  font-size: 1.05rem;
  font-variant-numeric: tabular-nums;
  white-space: nowrap;
}
.codes li {
  padding: 0.3rem 0;
  break-inside: avoid;
}
@media (max-width: 30rem) {
  .codes {
    columns: 1;
  }
}
</style>
