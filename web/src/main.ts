import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import './theme/base.css'
import { createPinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { createApp } from 'vue'
import AppFrame from './frame/AppFrame.vue'
import { createAppRouter } from './frame/router.ts'
import { useSession } from './kit/session.ts'
import { preset } from './theme/preset.ts'

const app = createApp(AppFrame)
const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? ''
app.use(createPinia())
app.use(PrimeVue, {
  theme: { preset, options: { darkModeSelector: '.dark', cssLayer: false } },
  csp: { nonce },
})
await useSession().open()
app.use(createAppRouter())
app.mount('#app')
// The application on the device, for where there is no network; fetched after what one came for.
const register = () => void navigator.serviceWorker.register('/sw.js')
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  if (document.readyState === 'complete') register()
  else addEventListener('load', register)
}
