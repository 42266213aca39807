<script setup lang="ts">
import { computed } from 'vue'
import type { TankMix, TankRequest } from '@jardinero/core/bench'
import { useWords } from '../kit/session.ts'

/** What a mistake in the area would leave over, and how rinse water is used up: neither may be poured away. */
const props = defineProps<{ mix: TankMix; request: TankRequest }>()
const { say } = useWords()
/** Area off by one standard uncertainty of the tapes, or by a twentieth where that is not known. */
const off = computed(() => {
  const known = Math.sqrt(
    props.request.grounds.reduce((sum, g) => sum + (g.areaUncertaintySqFt ?? g.areaSqFt * 0.05) ** 2, 0),
  )
  const sqFt = Math.min(known, props.mix.treated.value)
  return { sqFt, gal: (sqFt / 1000) * props.request.carrierVolume.value }
})
/** Three rinses of a tenth of the tank. */
const rinseGal = computed(() => props.request.capacityGal * 0.1 * 3)
</script>

<template>
  <p class="small quiet">
    {{
      say('bench.leftOver', {
        area: { value: off.sqFt, unit: 'ft2' },
        water: { value: off.gal, unit: 'gal' },
        rinse: { value: rinseGal, unit: 'gal' },
        rinsed: { value: (rinseGal / request.carrierVolume.value) * 1000, unit: 'ft2' },
      })
    }}
  </p>
</template>
