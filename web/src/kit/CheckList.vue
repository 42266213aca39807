<script setup lang="ts" generic="T extends string">
/** Any of a few choices, as check boxes. */
defineProps<{ label: string; options: { value: T; label: string }[]; fault?: string | undefined }>()
const model = defineModel<T[]>({ required: true })
</script>

<template>
  <fieldset>
    <legend class="small quiet">{{ label }}</legend>
    <label v-for="o in options" :key="o.value"
      ><input v-model="model" type="checkbox" :value="o.value" /> {{ o.label }}</label
    >
    <p v-if="fault" class="stop small" role="alert">{{ fault }}</p>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0.6rem 0;
  display: flex;
  flex-wrap: wrap;
  gap: 0.15rem 1rem;
}
</style>
