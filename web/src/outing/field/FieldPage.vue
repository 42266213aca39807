<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { useRouter } from 'vue-router'
import { kindOf } from '@jardinero/core/shelf'
import { useNow, useOutbox, useYard } from '../../state/index.ts'
import SiteNotes from '../../yard/SiteNotes.vue'
import { connection } from '../../kit/api.ts'
import { useSession, useWords } from '../../kit/session.ts'
import FieldEnd from './FieldEnd.vue'
import FieldMixing from './FieldMixing.vue'
import FieldReady from './FieldReady.vue'
import FieldWalk from './FieldWalk.vue'
import KeepOutClock from './KeepOutClock.vue'
import PatternDrawing from './PatternDrawing.vue'
import WindPanel from './WindPanel.vue'
import { useField } from './fieldStore.ts'
import { useFieldWind } from './useFieldWind.ts'

/** In the field: one thing at a time, large, and everything it needs on the device. */
const field = useField()
const session = useSession()
const outbox = useOutbox()
const { yard, zones } = useYard()
const router = useRouter()
const { say } = useWords()
const { now, read } = useNow()
void field.open(session.person!.id)

const outing = computed(() => field.outing)
/** Of the property the outing is at, never of another that is open. */
const site = computed(() => {
  const grounds = outing.value?.tank.request.grounds ?? []
  return zones.value.some((z) => grounds.some((g) => g.id === z.id)) ? yard.value : undefined
})
const labels = computed(() =>
  (outing.value?.tank.request.products ?? []).map((p) => p.rules).filter((r) => kindOf(r) === 'herbicide'),
)
const windMost = useFieldWind(outing, labels)
const walkedS = computed(() => (outing.value ? field.walkedAt(now.value) : 0))
const filled = computed(() => {
  const steps = outing.value?.tank.result.loads[outing.value.load]?.filling.length ?? 0
  return outing.value ? outing.value.ticked.length >= steps : false
})
const waits = computed(() => outbox.waiting.some((w) => (w.body as { id?: string }).id === outing.value?.id))
const conflict = computed(() =>
  outbox.conflicts.find((w) => (w.body as { id?: string }).id === outing.value?.id),
)

async function send(): Promise<void> {
  const { id, tank, startedAt, endedAt, pauses, winds, load, order } = outing.value!
  await outbox.add(
    '/api/outing/outings',
    {
      ...order,
      id,
      tankId: tank.id,
      startedAt: startedAt!,
      endedAt: endedAt!,
      pauses,
      winds,
      loadsMixed: load + 1,
      again: false,
    },
    { code: 'outing.sends', params: { zones: tank.request.grounds.map((g) => g.name).join(', ') } },
  )
  await field.change({ stage: 'done' })
}
async function finish(): Promise<void> {
  await field.leave()
  await router.push({ name: 'ledger' })
}
async function drop(): Promise<void> {
  await field.leave()
  await router.push({ name: 'outing' })
}
</script>

<template>
  <article class="field">
    <p v-if="field.looked && !outing">
      {{ say('outing.noField') }}
      <RouterLink class="link" :to="{ name: 'outing' }">{{ say('outing.toHours') }}</RouterLink>
    </p>
    <template v-else-if="outing">
      <h1>
        {{
          say(`outing.stage.${outing.stage}`, {
            zones: outing.tank.request.grounds.map((g) => g.name).join(', '),
          })
        }}
      </h1>
      <SiteNotes v-if="site" :yard="site" />
      <p v-if="connection.away" class="quiet small">{{ say('outing.offline') }}</p>

      <template v-if="outing.stage === 'ready'">
        <FieldReady :outing="outing" :labels="labels" :most-mph="windMost" :now="now" @wind="field.addWind" />
        <Button class="big" :label="say('outing.startMixing')" @click="field.mix()" />
        <button class="link" @click="drop">{{ say('outing.dropIt') }}</button>
      </template>
      <template v-else-if="outing.stage === 'mixing'">
        <FieldMixing :outing="outing" @tick="field.tick" />
        <Button
          class="big"
          :label="say('outing.startWalking')"
          :disabled="!filled"
          @click="field.walk(read())"
        />
        <p v-if="!filled" class="quiet small">{{ say('outing.tickAll') }}</p>
      </template>
      <template v-else-if="outing.stage === 'walking' || outing.stage === 'paused'">
        <FieldWalk :outing="outing" :walked-s="walkedS" :loads-left="field.loadsLeft" />
        <div class="buttons">
          <Button
            v-if="outing.stage === 'walking'"
            class="big"
            outlined
            :label="say('outing.pause')"
            @click="field.pause(read())"
          />
          <Button v-else class="big" :label="say('outing.resume')" @click="field.walk(read())" />
          <Button
            v-if="field.loadsLeft"
            class="big"
            outlined
            :label="say('outing.nextLoad')"
            @click="field.nextLoad(read())"
          />
          <Button class="big" :label="say('outing.end')" @click="field.end(read())" />
        </div>
        <WindPanel :winds="outing.winds" :now="now" :most-mph="windMost" @add="field.addWind" />
        <PatternDrawing
          v-for="g in outing.tank.request.grounds"
          :key="g.id"
          :zone-id="g.id"
          :swath-ft="outing.swathFt"
        />
      </template>
      <FieldEnd v-else-if="outing.stage === 'ending'" :outing="outing" @send="send" />
      <template v-else>
        <KeepOutClock :labels="labels" :ended-at="outing.endedAt!" :now="now" />
        <p class="sent" role="status">
          {{ say(conflict ? 'outing.sentConflict' : waits ? 'outing.sentWaits' : 'outing.sent') }}
        </p>
        <p class="small">{{ say('outing.cleanUp') }}</p>
        <Button class="big" :label="say('outing.toLedger')" @click="finish" />
      </template>
    </template>
  </article>
</template>

<style scoped>
.field {
  padding: 1.2rem 1.2rem 6rem;
  max-width: 40rem;
}
.field :deep(.big),
.big {
  width: 100%;
  min-height: 3.6rem;
  font-size: 1.2rem;
  margin: 0.5rem 0;
}
.field :deep(button.big[type='submit']) {
  background: var(--clay);
  color: var(--on-clay);
  border: 0;
  border-radius: var(--radius);
  font-weight: 600;
}
.buttons {
  display: grid;
  gap: 0.2rem;
}
.sent {
  font-size: 1.15rem;
}
</style>
