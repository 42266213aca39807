<script setup lang="ts">
import FigureText from '../kit/FigureText.vue'
import SaidText from '../kit/SaidText.vue'
import { useWords } from '../kit/session.ts'
import type { YearLimit } from './useYearLimits.ts'

/** A limit used as a bar against its maximum; hatching as well as colour says how far. */
defineProps<{ limit: YearLimit }>()
const { say } = useWords()
</script>

<template>
  <div class="limit">
    <p>
      <strong>{{ limit.zone }}</strong> <span class="quiet">{{ limit.label }}</span>
      <span class="figures">
        <SaidText
          v-if="limit.use.maximum"
          code="ledger.usedOf"
          :params="{ used: limit.use.used, maximum: limit.use.maximum }"
        />
        <FigureText v-else :figure="limit.use.used" :title="say('ledger.used')" />
      </span>
    </p>
    <svg
      v-if="limit.share"
      viewBox="0 0 400 14"
      preserveAspectRatio="none"
      role="img"
      :aria-label="say('ledger.share', { share: { value: limit.share.value, unit: 'ratio' } })"
    >
      <defs>
        <pattern id="used" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <line y2="6" stroke-width="5" />
        </pattern>
      </defs>
      <rect width="400" height="14" class="all" />
      <rect
        :width="Math.min(400, 400 * limit.share.value)"
        height="14"
        :class="limit.share.value > 1 ? 'over' : 'used'"
      />
    </svg>
    <p class="quiet small">
      <SaidText v-if="limit.share" code="ledger.share" :params="{ share: limit.share }" /><template v-else>{{
        say('bench.noMaximum')
      }}</template>
    </p>
  </div>
</template>

<style scoped>
.limit {
  margin: 0.8rem 0;
}
.limit p:first-child {
  display: flex;
  gap: 0.6rem;
  flex-wrap: wrap;
  margin-bottom: 0.35rem;
}
.figures {
  margin-left: auto;
  font-weight: 600;
}
svg {
  width: 100%;
  height: 14px;
  display: block;
}
.all {
  fill: color-mix(in srgb, var(--rule) 60%, var(--paper));
}
pattern line {
  stroke: var(--moss);
}
.used {
  fill: url(#used);
}
.over {
  fill: var(--stop);
}
</style>
