<script setup lang="ts">
import { computed } from 'vue'
import { lawnsOf } from '@jardinero/core/yard'
import { useYard } from '../state/index.ts'
import SectionForm from './SectionForm.vue'

/** How large the lawn is: known, taped, walked or traced. */
const { zones } = useYard()
const lawns = computed(() => lawnsOf(zones.value))
</script>

<template>
  <SectionForm :zones="lawns" :spot="{ xFt: 0, yFt: 0 }" first />
</template>
