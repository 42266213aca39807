<script setup lang="ts">
import { computed } from 'vue'
import type { Figure } from '@jardinero/core/quantity'
import FigureText from './FigureText.vue'
import TermText from './TermText.vue'
import { useWords } from './session.ts'
import type { Standing } from './working.ts'

/** A sentence of the catalogue; the figures among its parameters open their working. */
const props = defineProps<{ code: string; params?: Record<string, unknown> }>()
const { parts } = useWords()
const pieces = computed(() => parts(props.code, props.params))
const isFigure = (value: unknown): value is Figure =>
  typeof value === 'object' && value !== null && 'working' in value
const isStanding = (value: unknown): value is Standing =>
  typeof value === 'object' && value !== null && 'figure' in value
</script>

<template>
  <template v-for="(piece, i) in pieces" :key="i">
    <FigureText v-if="isFigure(piece.value)" :figure="piece.value" />
    <FigureText v-else-if="isStanding(piece.value)" :figure="piece.value.figure" :text="piece.value.text" />
    <TermText v-else :text="String(piece.value)" />
  </template>
</template>
