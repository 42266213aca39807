<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { Security } from '@jardinero/contract/person'
import { get } from '../../kit/api.ts'
import { useMay } from '../../kit/useMay.ts'
import { useWords } from '../../kit/session.ts'
import CodesForm from './CodesForm.vue'
import DeleteForm from './DeleteForm.vue'
import DeviceList from './DeviceList.vue'
import EmailForm from './EmailForm.vue'
import PasskeyList from './PasskeyList.vue'
import PasswordForm from './PasswordForm.vue'

/** How one comes in, and what the account holds. */
const { say, number } = useWords()
const may = useMay()
const security = ref<Security>()
const load = async () => (security.value = await get<Security>('/api/account/security'))
onMounted(load)

const megabytes = (bytes: number) => number(bytes / 1e6, { maximumFractionDigits: 1 })
const nearlyFull = ({ rows, bytes, most }: Security['usage']) =>
  rows > most.rows * 0.8 || bytes > most.bytes * 0.8
</script>

<template>
  <section class="security">
    <h2>{{ say('security.title') }}</h2>
    <PasswordForm @changed="load" />
    <EmailForm />
    <template v-if="security">
      <CodesForm :left="security.codesLeft" />
      <PasskeyList :passkeys="security.passkeys" @changed="load" />
      <DeviceList :devices="security.devices" @changed="load" />
      <p>
        {{
          say('security.holds', {
            rows: number(security.usage.rows),
            mostRows: number(security.usage.most.rows),
            megabytes: megabytes(security.usage.bytes),
            mostMegabytes: megabytes(security.usage.most.bytes),
          })
        }}
        <span v-if="nearlyFull(security.usage)" class="stop">{{ say('security.nearlyFull') }}</span>
      </p>
    </template>
    <p class="quiet small">{{ say('security.keeps') }}</p>
    <DeleteForm v-if="may('account.whole')" />
  </section>
</template>

<style scoped>
.security {
  margin-top: 2.4rem;
  display: grid;
  gap: 0.9rem;
}
</style>
