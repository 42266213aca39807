<script setup lang="ts">
import type { ZoneId } from '@jardinero/core/quantity'
import { computed, reactive, watch } from 'vue'
import { checkConditions, computeUsed } from '@jardinero/core/outing'
import NumberField from '../../kit/NumberField.vue'
import TextField from '../../kit/TextField.vue'
import { useSaveWords } from '../../state/index.ts'
import { useWords } from '../../kit/session.ts'
import { plain } from '../../kit/plain.ts'
import { useForm } from '../../kit/useForm.ts'
import { useField, type FieldOuting } from './fieldStore.ts'

/** The end: what really went down, where, by whom. What is typed is kept as it is typed. */
const props = defineProps<{ outing: FieldOuting }>()
const emit = defineEmits<{ send: [] }>()
const field = useField()
const { say, quantity } = useWords()
const saveWords = useSaveWords()
const form = useForm()
const typed = reactive({ ...props.outing.order, zones: props.outing.order.zones.map((z) => ({ ...z })) })
watch(typed, () => void field.change({ order: plain(typed) }), { deep: true })

const nameOf = (zoneId: ZoneId) => props.outing.tank.request.grounds.find((g) => g.id === zoneId)?.name ?? ''
const used = computed(() =>
  computeUsed(
    props.outing.tank.result.loads.map((l) => ({
      waterGal: l.water.value,
      amounts: l.doses.map((d) => d.measured.amount),
    })),
    {
      loadsMixed: props.outing.load + 1,
      leftoverGal: typed.leftoverGal ?? NaN,
      zones: typed.zones.map((z) => ({ id: z.zoneId, areaSqFt: z.areaSqFt ?? NaN })),
    },
  ),
)
function submit(): void {
  const faults = used.value.ok ? [] : used.value.refusals
  const nobody = typed.applicator.trim()
    ? []
    : [{ code: 'applicatorMissing', field: 'applicator', params: {} }]
  if (!form.refuse(...faults, ...nobody, ...checkConditions(typed))) emit('send')
}
</script>

<template>
  <form class="end" novalidate @submit.prevent="submit">
    <h2>{{ say('outing.whatWasUsed') }}</h2>
    <NumberField
      v-model="typed.leftoverGal"
      unit="gal"
      :label="say('outing.leftover')"
      :hint="say('outing.leftoverHint')"
      :fault="form.faultAt('leftoverGal')"
    />
    <NumberField
      v-for="z in typed.zones"
      :key="z.zoneId"
      v-model="z.areaSqFt"
      unit="ft2"
      :label="say('outing.wentOver', { zone: nameOf(z.zoneId) })"
      :fault="form.faultAt('zones')"
    />
    <p v-if="used.ok" class="used">
      {{
        say('outing.used', {
          water: quantity(used.value.water.value, 'gal'),
          products: used.value.products
            .map((p, i) =>
              say('outing.usedOf', {
                amount: quantity(p.value, p.unit),
                product: outing.tank.request.products[i]!.rules.name,
              }),
            )
            .join(', '),
        })
      }}
    </p>
    <TextField
      v-model="typed.applicator"
      :label="say('ledger.applicator')"
      :fault="form.faultAt('applicator')"
      autocomplete="name"
    />
    <TextField v-model="typed.licence" :label="say('ledger.licence')" :hint="say('ledger.licenceHint')" />
    <NumberField
      :model-value="typed.airC ?? undefined"
      unit="degC"
      :label="say('ledger.air')"
      :fault="form.faultAt('airC')"
      @update:model-value="typed.airC = $event ?? null"
    />
    <TextField v-model="typed.target" :label="say('ledger.target')" />
    <TextField v-model="typed.note" :label="say('ledger.note')" />
    <p v-if="form.faultAt('loadsMixed')" class="stop" role="alert">{{ form.faultAt('loadsMixed') }}</p>
    <button class="big" type="submit">{{ saveWords.named(say('bench.record')) }}</button>
  </form>
</template>

<style scoped>
.used {
  border-left: 3px solid var(--moss);
  padding-left: 0.8rem;
  font-size: 1.1rem;
}
</style>
