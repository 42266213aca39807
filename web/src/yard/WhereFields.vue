<script setup lang="ts">
import AutoComplete from 'primevue/autocomplete'
import Button from 'primevue/button'
import { computed, ref, useId } from 'vue'
import type { Town, TownsFound } from '@jardinero/contract/yard'
import { convert } from '@jardinero/core/quantity'
import { get } from '../kit/api.ts'
import FieldRow from '../kit/FieldRow.vue'
import NumberField from '../kit/NumberField.vue'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { devicePoint, placeOfPoint, type Placed } from './usePlaced.ts'

/** Where the lawn is: a town or postcode, this device's position, or a point; and what follows from it. */
const model = defineModel<Placed | undefined>({ required: true })
const session = useSession()
const { say, number, country } = useWords()
const form = useForm()
const typed = ref<string | Town>('')
const towns = ref<Town[]>([])
const none = ref(false)
const byPoint = ref(false)
const point = ref({ latitude: model.value?.latitude, longitude: model.value?.longitude })
const faultOfDevice = ref('')
const near = computed(() => session.preferences.locale.split('-')[1] ?? 'US')
const nameOf = ({ name, region, country: code, postcode }: Town) =>
  [postcode, name, region, country(code)].filter(Boolean).join(', ')
const resultId = useId()
/** To ten feet or metres: it is the town’s, not the lawn’s. */
function height(m: number): string {
  const unit = session.preferences.units === 'us' ? 'ft' : 'm'
  return say('unit.with', {
    number: number(Math.round(convert(m, 'm', unit) / 10) * 10),
    unit: say(`unit.${unit}`),
  })
}

async function find(search: string): Promise<void> {
  none.value = false
  if (search.trim().length < 2) return void (towns.value = [])
  await form.save(async () => {
    const found = await get<TownsFound>(
      `/api/yard/towns?search=${encodeURIComponent(search.trim().slice(0, 80))}&near=${near.value}`,
    )
    towns.value = found.towns
    none.value = !found.towns.length
  })
}
const take = (town: Town) =>
  form.save(async () => {
    const name = [town.name, town.region ?? country(town.country)].join(', ')
    model.value = await placeOfPoint(town, 'town', name)
  })
async function takeDevice(): Promise<void> {
  faultOfDevice.value = ''
  let here: { latitude: number; longitude: number }
  try {
    here = await devicePoint()
  } catch {
    faultOfDevice.value = say('where.noDevice')
    return
  }
  await form.save(async () => (model.value = await placeOfPoint(here, 'device')))
}
async function takePoint(): Promise<void> {
  const { latitude, longitude } = point.value
  const within = (v: number | undefined, most: number) => v !== undefined && Math.abs(v) <= most
  const off = (['latitude', 'longitude'] as const).filter(
    (axis) => !within(axis === 'latitude' ? latitude : longitude, axis === 'latitude' ? 90 : 180),
  )
  if (form.refuse(...off.map((field) => ({ code: field, field, params: {} })))) return
  await form.save(
    async () => (model.value = await placeOfPoint({ latitude: latitude!, longitude: longitude! }, 'point')),
  )
}
</script>

<template>
  <FieldRow v-slot="{ id }" :label="say('where.town')" :hint="say('where.townHint')">
    <AutoComplete
      v-model="typed"
      :input-id="id"
      :suggestions="towns"
      :option-label="(t: Town | string) => (typeof t === 'string' ? t : nameOf(t))"
      :delay="200"
      :min-length="2"
      :aria-describedby="resultId"
      auto-option-focus
      size="small"
      @keydown.enter.prevent
      @complete="find($event.query)"
      @option-select="take($event.value)"
    />
  </FieldRow>
  <p v-if="none" class="small" role="status">{{ say('where.none') }}</p>
  <p class="ways">
    <button type="button" class="link" @click="takeDevice">{{ say('where.device') }}</button>
    <button type="button" class="link" :aria-expanded="byPoint" @click="byPoint = !byPoint">
      {{ say('where.point') }}
    </button>
  </p>
  <p v-if="faultOfDevice" class="stop small" role="alert">{{ faultOfDevice }}</p>
  <div v-if="byPoint" class="pair">
    <NumberField
      v-model="point.latitude"
      :label="say('welcome.latitude')"
      :fault="form.faultAt('latitude')"
      :hint="say('welcome.latitudeHint')"
    />
    <NumberField
      v-model="point.longitude"
      :label="say('welcome.longitude')"
      :fault="form.faultAt('longitude')"
      :hint="say('welcome.longitudeHint')"
    />
    <Button type="button" size="small" :label="say('where.usePoint')" @click="takePoint" />
  </div>
  <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
  <div :id="resultId" role="status">
    <dl v-if="model" class="follows">
      <dt>{{ say(model.placeFrom === 'clock' ? 'where.guessed' : 'where.here') }}</dt>
      <dd>{{ model.town ?? say('where.noTown') }}</dd>
      <dt>{{ say('where.clock') }}</dt>
      <dd>{{ model.timeZone.replaceAll('_', ' ') }}</dd>
      <template v-if="model.elevationM !== null && model.elevationM !== undefined">
        <dt>{{ say('where.height') }}</dt>
        <dd>{{ height(model.elevationM) }}</dd>
      </template>
      <template v-if="model.country">
        <dt>{{ say('where.law') }}</dt>
        <dd>{{ [model.region, country(model.country)].filter(Boolean).join(', ') }}</dd>
      </template>
    </dl>
  </div>
</template>

<style scoped>
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: 0.4rem 1.4rem;
  margin: 0.4rem 0 0.8rem;
}
.pair {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(9rem, 1fr));
  gap: 0 1.2rem;
  align-items: start;
}
:deep(.p-autocomplete),
:deep(.p-autocomplete-input) {
  width: 100%;
}
.follows {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 0.2rem 1rem;
  margin: 0.8rem 0;
  padding: 0.7rem 0 0;
  border-top: 1px solid var(--rule);
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
</style>
