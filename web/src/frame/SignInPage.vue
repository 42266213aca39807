<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { canUsePasskeys, showPasskey } from '../kit/passkey.ts'
import { useSession, useWords } from '../kit/session.ts'
import { useForm } from '../kit/useForm.ts'
import WhoFields from './WhoFields.vue'

const session = useSession()
const router = useRouter()
const route = useRoute()
const { say } = useWords()
const form = useForm()
const fresh = ref(false)
const who = ref({ name: '', email: '', password: '' })

const to = () => String(route.query['to'] ?? '/')
/** Who has just made an account is shown the codes first: they are told only once. */
const go = () => router.replace(session.newCodes.length ? { name: 'codes', query: { to: to() } } : to())
async function submit(): Promise<void> {
  const { locale } = session.preferences
  const { name, ...body } = who.value
  const entered = await form.save(() =>
    fresh.value ? session.enter('sign-up', { ...body, name, locale }) : session.enter('sign-in', body),
  )
  if (entered) await go()
}
const calledOff = ref(false)
async function byPasskey(): Promise<void> {
  calledOff.value = false
  const entered = await form.save(async () => {
    const said = await showPasskey()
    calledOff.value = !said
    if (said) await session.enter('passkey', { said })
  })
  if (entered && !calledOff.value) await go()
}
const demo = async () => (await form.save(() => session.enter('demo'))) && go()
</script>

<template>
  <main class="sign-in">
    <p class="brand">{{ say('frame.name') }}</p>
    <h1>{{ say('frame.promise') }}</h1>
    <div class="columns">
      <form novalidate @submit.prevent="submit">
        <h2>{{ say(fresh ? 'frame.signUp' : 'frame.signIn') }}</h2>
        <WhoFields v-model="who" :fresh="fresh" :form="form" />
        <p v-if="!fresh" class="small">
          <RouterLink :to="{ name: 'forgot' }">{{ say('frame.forgot') }}</RouterLink>
        </p>
        <p v-if="calledOff" role="status">{{ say('passkey.calledOff') }}</p>
        <p v-if="form.general.value" class="stop" role="alert">{{ form.general.value }}</p>
        <div class="actions">
          <Button
            type="submit"
            :label="say(fresh ? 'frame.signUp' : 'frame.signIn')"
            :disabled="form.saving.value"
          />
          <button v-if="!fresh && canUsePasskeys()" type="button" class="link" @click="byPasskey">
            {{ say('passkey.signIn') }}
          </button>
          <button type="button" class="link" @click="((fresh = !fresh), form.clear())">
            {{ say(fresh ? 'frame.haveAccount' : 'frame.noAccount') }}
          </button>
        </div>
      </form>
      <section v-if="session.demoOffered" class="demo">
        <h2>{{ say('frame.demoTitle') }}</h2>
        <p>{{ say('frame.demoSays') }}</p>
        <Button severity="secondary" variant="outlined" :label="say('frame.enterDemo')" @click="demo" />
      </section>
    </div>
    <p class="quiet small">{{ say('caution.labelIsLaw') }} {{ say('caution.localRules') }}</p>
  </main>
</template>

<style scoped>
.sign-in {
  max-width: 54rem;
  margin: 0 auto;
  padding: 8vh 1.5rem 3rem;
}
.brand {
  font-family: var(--serif);
  font-weight: 650;
  font-size: 1.2rem;
}
h1 {
  font-size: clamp(1.5rem, 1rem + 2vw, 2.1rem);
  line-height: 1.25;
  margin: 0.6rem 0 2.2rem;
  max-width: 42rem;
  text-wrap: balance;
}
.columns {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 3rem;
  margin-bottom: 3rem;
}
.demo {
  border-left: 1px solid var(--rule);
  padding-left: 3rem;
}
.demo p {
  margin: 0.5rem 0 1rem;
}
.actions {
  display: flex;
  gap: 1.2rem;
  align-items: center;
  margin-top: 1rem;
}
@media (max-width: 44rem) {
  .columns {
    grid-template-columns: 1fr;
    gap: 2rem;
  }
  .demo {
    border: 0;
    padding: 0;
  }
}
</style>
