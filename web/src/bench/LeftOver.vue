<script setup lang="ts">
import { computed } from 'vue'
import { computeLeftOver, type TankMix, type TankRequest } from '@jardinero/core/bench'
import { useWords } from '../kit/session.ts'

/** What a mistake in the area would leave over, and how rinse water is used up: neither may be poured away. */
const props = defineProps<{ mix: TankMix; request: TankRequest }>()
const { say } = useWords()
const left = computed(() => computeLeftOver(props.request, props.mix.treated.value))
</script>

<template>
  <p class="small quiet">
    {{
      say('bench.leftOver', {
        area: { value: left.offSqFt, unit: 'ft2' },
        water: { value: left.offGal, unit: 'gal' },
        rinse: { value: left.rinseGal, unit: 'gal' },
        rinsed: { value: left.rinseSqFt, unit: 'ft2' },
      })
    }}
  </p>
</template>
