<script setup lang="ts">
import { computed } from 'vue'
import type { RecordPhoto } from '@jardinero/contract/ledger'
import { dayIn } from '@jardinero/core/quantity'
import { type OpenRecord, useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'

/** Pictures from the same spot, before and after, side by side. */
const props = defineProps<{ record: OpenRecord }>()
const account = useAccount()
const { timeZone } = useYard()
const { say } = useWords()
const form = useForm()
const kinds: RecordPhoto['kind'][] = ['before', 'after']
const photosOf = (kind: RecordPhoto['kind']) =>
  account.state.recordPhotos.filter((p) => p.recordId === props.record.id && p.kind === kind)
const zone = computed(() => account.state.zones.find((z) => z.id === props.record.zoneId)?.name ?? '')
const any = computed(() => account.state.recordPhotos.some((p) => p.recordId === props.record.id))

async function add(kind: RecordPhoto['kind'], event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  for (const file of input.files ?? [])
    if (!(await form.save(() => account.addRecordPhoto(props.record.id, kind, file, zone.value)))) break
  input.value = ''
}
</script>

<template>
  <section class="photos no-print">
    <p v-if="!any" class="quiet small">{{ say('ledger.photosSay') }}</p>
    <div class="sides">
      <div v-for="kind in kinds" :key="kind">
        <figure v-for="p in photosOf(kind)" :key="p.id">
          <img
            :src="`/api/ledger/photos/${p.id}`"
            :width="p.width"
            :height="p.height"
            :alt="say(`ledger.photo.${kind}`)"
            loading="lazy"
          />
          <figcaption class="quiet small">
            {{ say(`ledger.photo.${kind}`)
            }}<template v-if="p.takenAt"
              >, {{ say('scout.photo.taken', { day: dayIn(p.takenAt, timeZone) }) }}</template
            >
            <button class="link" @click="account.removeRecordPhoto(p.id)">
              {{ say('scout.photo.remove') }}
            </button>
          </figcaption>
        </figure>
        <label class="link small"
          >{{ say(`ledger.photo.add.${kind}`) }}
          <input
            type="file"
            class="visually-hidden"
            accept="image/jpeg,image/png,image/webp"
            :disabled="form.saving.value"
            @change="add(kind, $event)"
        /></label>
      </div>
    </div>
    <p v-if="form.problem.value" class="stop" role="alert">
      {{ form.problem.value.faults[0]?.detail ?? form.problem.value.detail }}
    </p>
  </section>
</template>

<style scoped>
.sides {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 1rem;
}
figure {
  margin: 0.3rem 0;
}
img {
  width: 100%;
  height: auto;
  border-radius: var(--radius);
}
.link:focus-within {
  outline: 2px solid var(--clay);
}
</style>
