<script setup lang="ts">
import { computed } from 'vue'
import { sites, type ShelfSituation } from '@jardinero/core/shelf'
import ChoiceField from '../kit/ChoiceField.vue'
import TextField from '../kit/TextField.vue'
import { useAccount, useYard } from '../state/index.ts'
import { useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import { useOptions } from '../kit/useOptions.ts'

/** Who sprays, on what ground, where, and what is beside it: kept with the yard. */
const props = defineProps<{ situation: ShelfSituation }>()
const account = useAccount()
const { yard } = useYard()
const { say } = useWords()
const options = useOptions()
const form = useForm()
const save = (patch: Partial<ShelfSituation>) =>
  form.save(() => account.change('yards', yard.value!, { shelfSituation: { ...props.situation, ...patch } }))
const trees = ['none', 'near', 'over'] as const
const named = (text: string) => text.split(',').flatMap((place) => place.trim() || [])
const places = computed({
  get: () => props.situation.places.join(', '),
  set: (text: string) => void save({ places: named(text).slice(0, 10) }),
})
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <div>
    <ChoiceField
      :model-value="situation.site"
      :label="say('shelf.site')"
      :options="options(sites, 'site')"
      @update:model-value="$event && save({ site: $event })"
    />
    <label class="check"
      ><input type="checkbox" :checked="situation.licensed" @change="save({ licensed: checked($event) })" />
      {{ say('shelf.licensed') }}</label
    >
    <label class="check"
      ><input
        type="checkbox"
        :checked="situation.nearVegetables"
        @change="save({ nearVegetables: checked($event) })"
      />
      {{ say('shelf.nearVegetables') }}</label
    >
    <ChoiceField
      :model-value="situation.trees"
      :label="say('shelf.trees')"
      :options="options(trees, 'shelf.trees')"
      @update:model-value="$event && save({ trees: $event })"
    />
    <TextField v-model.lazy="places" :label="say('shelf.places')" :hint="say('shelf.placesHint')" />
    <p v-if="form.problem.value" class="stop small" role="alert">{{ form.problem.value.detail }}</p>
  </div>
</template>

<style scoped>
.check {
  display: block;
  margin: 0.4rem 0;
}
</style>
