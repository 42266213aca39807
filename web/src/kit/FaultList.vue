<script setup lang="ts">
/** What is wrong, each in words: read out when it comes, and still a list. */
defineProps<{ faults: string[] }>()
</script>

<template>
  <div v-if="faults.length" class="stop" role="alert">
    <ul>
      <li v-for="(fault, i) in faults" :key="i">{{ fault }}</li>
    </ul>
  </div>
</template>
