<script setup lang="ts">
import type { ZoneId } from '@jardinero/core/quantity'
import { computed } from 'vue'
import { q10Range, usualLoss, type JudgedProgramme } from '@jardinero/core/season'
import ChoiceField from '../kit/ChoiceField.vue'
import NumberField from '../kit/NumberField.vue'
import TextField from '../kit/TextField.vue'
import { useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import WishList from './WishList.vue'
import { usePlanContext } from './usePlanContext.ts'
import { useWishForms } from './useWishForms.ts'

/** What the owner wants and cannot: seed, days without time, rules of the place, coring, water, the pace of loss. */
const props = defineProps<{ judged?: JudgedProgramme | undefined }>()
const { zones, today, places } = useYard()
const { wishes, context } = usePlanContext()
const { say, day: sayDay, quantity, number } = useWords()
const { form, typed, change, without, saveSeeding, saveBusy, saveRestriction, saveCoring } = useWishForms()
const nameOf = (zoneId: ZoneId) => zones.value.find((z) => z.id === zoneId)?.name ?? ''
const rows = computed(() => ({
  seeding: wishes.value.seeding.map((s) => `${nameOf(s.zoneId)}, ${sayDay(s.day)}`),
  busy: wishes.value.busy.map((b) => say('season.busySays', { from: b.from, to: b.to })),
  restrictions: wishes.value.restrictions.map((r) =>
    say('season.restrictionSays', {
      what: r.kind,
      name: r.name,
      none: String(r.mostLbPerAcre === 0),
      most: { value: r.mostLbPerAcre, unit: 'lb/acre' },
    }),
  ),
  aerating: wishes.value.aerating.map((a) =>
    say('season.coringSays', { day: a.day, leaves: quantity(a.leaves, 'ratio') }),
  ),
}))
/** From when seed comes up by the model, the last of the places of a zone that is to be sown. */
const safe = computed(() =>
  wishes.value.seeding.flatMap(({ zoneId }) => {
    const own = places.value.filter((p) => p.zoneId === zoneId).map((p) => p.id)
    const days = (props.judged?.judgement.places ?? [])
      .filter((p) => own.includes(p.placeId))
      .flatMap((p) => p.seedFrom?.p90 ?? [])
    const last = days.sort().at(-1)
    return last && last > today.value
      ? [`${nameOf(zoneId)}: ${say('season.seedingSafeModel', { day: last })}`]
      : []
  }),
)
const zoneChoices = computed(() => zones.value.map((z) => ({ value: z.id, label: z.name })))
const kinds = computed(() =>
  (['active', 'group'] as const).map((value) => ({ value, label: say(`season.kind.${value}`) })),
)
const known = computed(() => context.value.barriers.map((b) => (typed.kind === 'active' ? b.name : b.group)))
const names = computed(() => [...new Set(known.value)].sort().map((value) => ({ value, label: value })))
const waters = computed(() =>
  [true, false].map((value) => ({ value: String(value), label: say(`season.sprinkler.${value}`) })),
)
const q10 = computed(() => wishes.value.q10 ?? usualLoss.q10)
function setQ10(value: number | undefined): void {
  if (value === undefined || !(value >= q10Range.least && value <= q10Range.most)) return
  if (value !== q10.value) void change({ q10: value })
}
</script>

<template>
  <WishList
    :name="say('season.seeding')"
    :rows="rows.seeding"
    :add="say('season.addSeeding')"
    @remove="without('seeding', $event)"
    @save="saveSeeding"
  >
    <ChoiceField
      :model-value="typed.zoneId || zones[0]?.id"
      :label="say('season.zone')"
      :options="zoneChoices"
      @update:model-value="typed.zoneId = $event ?? ''"
    />
    <TextField
      v-model="typed.seedOn"
      type="date"
      :label="say('season.seedDay')"
      :fault="form.faultAt('seeding')"
    />
    <template #says>
      <p v-for="s in safe" :key="s" class="quiet small">{{ s }}</p>
    </template>
  </WishList>
  <WishList
    :name="say('season.busy')"
    :rows="rows.busy"
    :add="say('season.addBusy')"
    @remove="without('busy', $event)"
    @save="saveBusy"
  >
    <TextField v-model="typed.from" type="date" :label="say('season.from')" :fault="form.faultAt('busy')" />
    <TextField v-model="typed.to" type="date" :label="say('season.to')" />
  </WishList>
  <WishList
    :name="say('season.restrictions')"
    :rows="rows.restrictions"
    :add="say('season.addRestriction')"
    @remove="without('restrictions', $event)"
    @save="saveRestriction"
  >
    <ChoiceField
      :model-value="typed.kind"
      :label="say('season.restrictionKind')"
      :options="kinds"
      @update:model-value="((typed.kind = $event ?? 'active'), (typed.name = ''))"
    />
    <ChoiceField
      :model-value="typed.name"
      :label="say('season.name')"
      :options="names"
      :fault="form.faultAt('restrictions')"
      @update:model-value="typed.name = $event ?? ''"
    />
    <NumberField v-model="typed.most" unit="lb/acre" :label="say('season.mostAYear')" />
  </WishList>
  <WishList
    :name="say('season.coring')"
    :rows="rows.aerating"
    :add="say('season.addCoring')"
    @remove="without('aerating', $event)"
    @save="saveCoring"
  >
    <TextField
      v-model="typed.coreOn"
      type="date"
      :label="say('season.coreDay')"
      :fault="form.faultAt('aerating')"
    />
    <NumberField v-model="typed.leaves" :label="say('season.coringLeaves')" />
  </WishList>
  <ChoiceField
    :model-value="String(wishes.sprinkler)"
    :label="say('season.sprinkler')"
    :options="waters"
    @update:model-value="change({ sprinkler: $event !== 'false' })"
  />
  <NumberField
    :model-value="q10"
    :label="say('season.q10')"
    :hint="say('season.q10Says', { least: number(q10Range.least), most: number(q10Range.most) })"
    @update:model-value="setQ10"
  />
  <p v-if="form.general.value" class="stop small" role="alert">{{ form.general.value }}</p>
</template>
