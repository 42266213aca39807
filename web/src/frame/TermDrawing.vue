<script setup lang="ts">
import type { TermPicture } from '../kit/terms.ts'

/** A small line drawing beside a term: our own, one for each kind of thing. */
defineProps<{ picture: TermPicture }>()
const drawings: Record<TermPicture, { ink: string; tint?: string; warm?: string }> = {
  seed: {
    ink: 'M6 30H42M24 30C24 22 22 16 14 14M24 30V40M24 40C20 44 18 45 15 45M24 40C28 44 30 45 33 45',
    tint: 'M14 14C14 7 20 5 25 8C25 13 20 16 14 14Z',
  },
  leaf: {
    ink: 'M24 45V28M24 28C14 26 8 18 9 6M24 34C34 32 40 24 39 12',
    tint: 'M24 28C12 26 6 16 9 4C20 6 26 16 24 28ZM24 34C25 22 30 14 40 10C43 22 36 32 24 34Z',
  },
  soil: { ink: 'M4 16H44M4 26H44M4 42H44M10 21H12M20 21H22M30 21H32M38 21H40', tint: 'M4 16H44V26H4Z' },
  bottle: {
    ink: 'M18 12V5H30V12M15 20C15 15 18 15 18 12H30C30 15 33 15 33 20V44H15ZM20 26H28M20 31H28M20 36H25',
    tint: 'M15 24H33V44H15Z',
  },
  cup: { ink: 'M10 8H38L34 44H14ZM16 18H22M16 26H20M17 34H22', tint: 'M12 24H36L34 44H14Z' },
  sheet: { ink: 'M10 4H38V44H10ZM16 12H32M16 19H32M16 26H32M16 33H26' },
  tank: { ink: 'M8 12H40V44H8ZM18 12V6H30V12M8 28C16 25 24 31 40 27', tint: 'M8 28C16 25 24 31 40 27V44H8Z' },
  sprayer: {
    ink: 'M20 4H28V14H20ZM16 14H32L28 20H20ZM24 24V28M17 25L14 31M31 25L34 31M24 34V38M15 36L11 43M33 36L37 43',
  },
  edge: { ink: 'M4 14H44M4 14V44H44V14M4 8H44', tint: 'M4 22H44V44H4Z', warm: 'M4 14H44V22H4Z' },
  probe: { ink: 'M4 22H44M24 4V40M21 4H27M22 40A2 2 0 1 0 26 40', tint: 'M4 22H44V26H4Z' },
  curve: {
    ink: 'M4 42H44M6 40C16 40 18 10 24 10S32 40 42 40M14 42V38M34 42V38',
    tint: 'M14 36C18 30 19 10 24 10S30 30 34 36V41H14Z',
  },
  calendar: {
    ink: 'M6 10H42V42H6ZM6 18H42M14 6V13M34 6V13M18 18V42M30 18V42M6 30H42',
    tint: 'M18 18H30V30H18Z',
  },
  water: {
    ink: 'M4 34H44M24 6C24 6 16 16 16 21A8 8 0 0 0 32 21C32 16 24 6 24 6ZM12 40H14M22 40H24M32 40H34',
    tint: 'M24 6C24 6 16 16 16 21A8 8 0 0 0 32 21C32 16 24 6 24 6Z',
  },
  runner: {
    ink: 'M4 32C14 26 20 38 30 32S40 30 44 32M12 30C12 22 10 18 8 14M12 30C13 22 16 18 18 14M34 31C34 24 32 20 30 16M34 31C35 24 38 20 40 16M12 32V42M34 32V42',
  },
  collar: {
    ink: 'M20 46V22M28 46V22M20 22C14 20 8 14 6 6M28 22C30 16 26 10 18 6M20 22H28',
    tint: 'M20 22C21 17 27 17 28 22Z',
  },
  head: { ink: 'M24 46V8M24 14L16 6M24 14L32 6M24 22L14 14M24 22L34 14M24 30L15 23M24 30L33 23' },
  rosette: {
    ink: 'M24 24L6 14M24 24L42 14M24 24L4 30M24 24L44 30M24 24L16 42M24 24L32 42',
    tint: 'M24 24C16 22 9 19 6 14C14 12 21 16 24 24ZM24 24C27 16 34 12 42 14C39 19 32 22 24 24ZM24 24C20 32 18 38 16 42C12 36 16 28 24 24ZM24 24C32 28 36 36 32 42C30 38 28 32 24 24Z',
  },
  spreader: {
    ink: 'M10 8H38L30 24H18ZM24 24V30M14 40A6 6 0 1 0 26 40A6 6 0 1 0 14 40M24 30L40 44M20 30H28M32 32H34M38 30H40',
  },
  person: {
    ink: 'M24 6A4 4 0 1 0 24 14A4 4 0 1 0 24 6M24 14V28M24 18L16 24M24 18L32 24M24 28L18 40M24 28L30 40M4 44H44',
    warm: 'M6 40L42 8L44 10L8 42Z',
  },
  wind: { ink: 'M4 16H30C36 16 36 8 30 8M4 24H38C46 24 46 34 38 34M4 32H24C30 32 30 40 24 40' },
}
</script>

<template>
  <svg viewBox="0 0 48 48" aria-hidden="true" class="drawing">
    <path v-if="drawings[picture].tint" :d="drawings[picture].tint" class="tint" />
    <path v-if="drawings[picture].warm" :d="drawings[picture].warm" class="warm" />
    <path :d="drawings[picture].ink" class="ink" />
  </svg>
</template>

<style scoped>
.drawing {
  width: 3rem;
  height: 3rem;
  flex: none;
}
.ink {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.tint {
  fill: color-mix(in srgb, var(--moss) 28%, var(--paper));
}
.warm {
  fill: color-mix(in srgb, var(--ember) 35%, var(--paper));
}
</style>
