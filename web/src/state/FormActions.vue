<script setup lang="ts">
import Button from 'primevue/button'
import { computed } from 'vue'
import { connection } from '../kit/api.ts'
import { useSession, useWords } from '../kit/session.ts'
import type { RowForm } from './useRowForm.ts'
import { useSaveWords } from './useSaveWords.ts'

/** Save and cancel; the other text when someone else changed the row; what has no field of its own. */
const props = defineProps<{ row: RowForm; save?: string; stays?: boolean }>()
const { say } = useWords()
const session = useSession()
const words = useSaveWords()
const label = computed(() =>
  props.row.form.saving.value
    ? say(connection.away ? 'frame.waiting' : 'frame.saving')
    : props.row.ofYard
      ? props.save
        ? words.named(props.save)
        : words.save()
      : (props.save ?? say('frame.save')),
)
const hung = computed(() =>
  new Intl.ListFormat(session.preferences.locale).format(
    props.row.hanging.value.map(({ kind, count }) => say(`removed.hanging.${kind}`, { count })),
  ),
)
const name = (theirs: Record<string, unknown>) =>
  String(theirs['name'] ?? (theirs['rules'] as { name?: string } | undefined)?.name ?? '')
</script>

<template>
  <div class="form-actions">
    <div v-if="row.form.theirs.value" class="conflict" role="alert">
      <p>{{ say('frame.changedMeanwhile', { name: name(row.form.theirs.value) }) }}</p>
      <button type="button" class="link" @click="row.keepMine()">{{ say('frame.keepMine') }}</button>
      <button type="button" class="link" @click="row.takeTheirs()">{{ say('frame.takeTheirs') }}</button>
    </div>
    <p v-else-if="row.form.general.value" class="stop" role="alert">{{ row.form.general.value }}</p>
    <div class="buttons">
      <p v-if="!row.isAllowed" class="quiet">{{ say('people.mayNot') }}</p>
      <Button v-else type="submit" :label="label" :disabled="row.form.saving.value" size="small" />
      <button type="button" class="link" @click="row.cancel()">{{ say('frame.cancel') }}</button>
      <button
        v-if="row.isAllowed && row.existing && !stays && !row.hanging.value.length"
        type="button"
        class="link stop"
        @click="row.remove()"
      >
        {{ say('frame.remove') }}
      </button>
    </div>
    <div v-if="row.hanging.value.length" class="conflict" role="alert">
      <p>
        {{ say('removed.hangs', { list: hung }) }}
        {{ say(row.comesBack ? 'removed.comesBack' : 'removed.forGood') }}
      </p>
      <button type="button" class="link stop" @click="row.remove()">{{ say('removed.allTheSame') }}</button>
      <button type="button" class="link" @click="row.keep()">{{ say('removed.keep') }}</button>
    </div>
  </div>
</template>

<style scoped>
.buttons {
  display: flex;
  flex-wrap: wrap;
  gap: 1rem;
  align-items: center;
  margin-top: 0.6rem;
}
.conflict {
  border-left: 3px solid var(--stop);
  padding-left: 0.7rem;
}
.conflict button {
  margin-right: 1rem;
}
</style>
