<script setup lang="ts">
import { computed } from 'vue'
import type { Zone } from '@jardinero/contract/yard'
import type { TurfCheck } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useOptions } from '../kit/useOptions.ts'

/** What has to be looked at before something goes on young turf, or on turf that looks dormant. */
const props = defineProps<{ zone: Zone; asked?: boolean }>()
/** Sown not long ago, or asked about: as young as turf that is said to be seeded. */
const isYoung = computed(
  () => props.zone.state === 'seeded' || (props.asked && props.zone.state !== 'dormant'),
)
const account = useAccount()
const { day } = useYard()
const { say, day: sayDay } = useWords()
const options = useOptions()
const form = useForm()
const save = (patch: TurfCheck) =>
  form.save(() => account.change('zones', props.zone, { turfCheck: { ...props.zone.turfCheck, ...patch } }))
const whole = (value: number | undefined) =>
  value !== undefined && Number.isInteger(value) && value >= 0 && value <= 100 && save({ mowings: value })
const madeBy = ['seed', 'sod', 'sprigs'] as const
const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text)
</script>

<template>
  <section v-if="isYoung || zone.state === 'dormant'">
    <template v-if="isYoung">
      <ChoiceField
        :model-value="zone.turfCheck?.madeBy ?? 'seed'"
        :label="say('shelf.madeBy', { zone: zone.name })"
        :options="options(madeBy, 'madeBy')"
        @update:model-value="$event && save({ madeBy: $event })"
      />
      <NumberField
        v-if="(zone.turfCheck?.madeBy ?? 'seed') === 'seed'"
        :model-value="zone.turfCheck?.mowings"
        :label="say('shelf.mowings')"
        @update:model-value="whole"
      />
      <TextField
        v-else
        type="date"
        :model-value="zone.turfCheck?.laidOn ?? ''"
        :label="say('shelf.laidOn')"
        @update:model-value="isDay($event) && save({ laidOn: $event })"
      />
    </template>
    <template v-else-if="zone.state === 'dormant'">
      <p class="small">{{ say('shelf.crownAsk', { zone: zone.name }) }}</p>
      <p v-if="zone.turfCheck?.crown" class="small quiet">
        {{
          say('shelf.crownSaid', {
            day: sayDay(zone.turfCheck.crown.day),
            green: String(zone.turfCheck.crown.green),
          })
        }}
      </p>
      <div class="answers">
        <button type="button" class="link" @click="save({ crown: { day, green: false } })">
          {{ say('shelf.crownNone') }}
        </button>
        <button type="button" class="link" @click="save({ crown: { day, green: true } })">
          {{ say('shelf.crownSome') }}
        </button>
      </div>
    </template>
    <p v-if="form.problem.value" class="stop small" role="alert">{{ form.problem.value.detail }}</p>
  </section>
</template>

<style scoped>
section {
  padding: 0.5rem 0;
  border-bottom: 1px solid var(--rule);
}
.answers {
  display: flex;
  gap: 1.2rem;
}
</style>
