<script setup lang="ts">
/** A small line drawing of what brings one here: our own, in the field's ink. */
defineProps<{ way: 'weed' | 'timing' | 'product' | 'year' }>()
</script>

<template>
  <svg viewBox="0 0 64 64" aria-hidden="true">
    <g v-if="way === 'weed'">
      <path class="ground" d="M4 56H60" />
      <path d="M32 56C31 44 27 36 18 30M32 56C32 42 34 30 33 16M32 56C34 45 39 38 48 33" />
      <path class="leaf" d="M18 30C9 28 6 21 7 15C14 16 19 21 18 30Z" />
      <path class="leaf" d="M33 16C27 12 27 6 32 2C38 6 38 12 33 16Z" />
      <path class="leaf" d="M48 33C47 24 51 19 58 18C59 25 55 31 48 33Z" />
    </g>
    <g v-else-if="way === 'timing'">
      <path class="ground" d="M4 30H60M4 40H60M4 50H60" />
      <path class="warm" d="M4 24C16 24 18 8 30 8S44 22 60 18" />
      <path d="M40 4V46M36 46A4 4 0 1 0 44 46" />
    </g>
    <g v-else-if="way === 'product'">
      <path d="M24 14V6H38V14M20 24C20 18 24 18 24 14H38C38 18 44 18 44 24V58H20Z" />
      <path class="sheet" d="M25 30H39V48H25Z" />
      <path d="M28 35H36M28 39H36M28 43H33" />
    </g>
    <g v-else>
      <path class="ground" d="M4 48H60" />
      <path d="M4 48V43M18 48V43M32 48V43M46 48V43M60 48V43" />
      <path class="leaf" d="M6 48C12 30 18 30 24 48ZM36 48C42 22 50 22 58 48Z" />
      <path d="M15 34V20M47 28V12" />
      <circle cx="15" cy="17" r="3" />
      <circle cx="47" cy="9" r="3" />
    </g>
  </svg>
</template>

<style scoped>
svg {
  width: 4.4rem;
  height: 4.4rem;
}
path,
circle {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.ground {
  stroke: var(--quiet);
}
.leaf {
  fill: color-mix(in srgb, var(--moss) 30%, var(--paper));
}
.warm {
  stroke: var(--ember);
}
.sheet {
  fill: var(--clay-soft);
}
</style>
