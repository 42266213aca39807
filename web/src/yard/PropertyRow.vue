<script setup lang="ts">
import { ref } from 'vue'
import type { Yard } from '@jardinero/contract/yard'
import RestRow from '../kit/RestRow.vue'
import { useWords } from '../kit/session.ts'
import { useMay } from '../kit/useMay.ts'
import ClientForm from './ClientForm.vue'
import PropertyForm from './PropertyForm.vue'
import SiteNotes from './SiteNotes.vue'

/** Whose property it is and what a crew must know there; for a firm. */
defineProps<{ yard: Yard }>()
const { say } = useWords()
const may = useMay()
const isOpen = ref(false)
</script>

<template>
  <RestRow :name="say('property.title')">
    <template v-if="!isOpen">
      <p v-if="yard.client">{{ yard.client }}</p>
      <SiteNotes :yard="yard" />
      <button v-if="may('yard.write')" type="button" class="link" @click="isOpen = true">
        {{ say('property.change') }}
      </button>
    </template>
    <template v-else>
      <PropertyForm :yard="yard" @done="isOpen = false" />
      <ClientForm v-if="yard.client" :key="yard.client" :name="yard.client" />
    </template>
  </RestRow>
</template>
