<script setup lang="ts">
import { useWords } from '../kit/session.ts'

/** An address that leads nowhere: said, with the way back. */
const { say } = useWords()
</script>

<template>
  <main class="door">
    <p class="brand">{{ say('frame.name') }}</p>
    <h1>{{ say('notFound.title') }}</h1>
    <p>{{ say('notFound.says') }}</p>
    <p class="actions">
      <RouterLink class="button" to="/">{{ say('notFound.back') }}</RouterLink>
    </p>
  </main>
</template>
