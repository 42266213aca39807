<template>
  <defs>
    <pattern id="air" width="7" height="7" patternUnits="userSpaceOnUse">
      <path d="M0 3.5h7" />
    </pattern>
    <pattern id="wet" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(20)">
      <path d="M3 0v4" />
    </pattern>
    <pattern id="time" width="6" height="6" patternUnits="userSpaceOnUse">
      <circle cx="3" cy="3" r="1" />
    </pattern>
  </defs>
</template>

<style scoped>
pattern path {
  stroke: var(--quiet);
  stroke-width: 1;
  fill: none;
}
pattern circle {
  fill: var(--quiet);
}
</style>
