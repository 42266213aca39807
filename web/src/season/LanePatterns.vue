<template>
  <!-- What a barrier and a gap are hatched with. -->
  <svg width="0" height="0" aria-hidden="true" class="patterns">
    <pattern
      id="barrierHatch"
      width="5"
      height="5"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <line y2="5" class="moss" />
    </pattern>
    <pattern id="gapHatch" width="4" height="4" patternUnits="userSpaceOnUse" patternTransform="rotate(-45)">
      <line y2="4" class="red" />
    </pattern>
  </svg>
</template>

<style scoped>
.patterns {
  position: absolute;
}
.moss {
  stroke: var(--moss);
  stroke-width: 1.1;
}
.red {
  stroke: var(--stop);
  stroke-width: 1.5;
}
</style>
