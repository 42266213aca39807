import '@fontsource-variable/bitter/wght.css'
import '@fontsource-variable/public-sans/wght.css'
import './theme/base.css'
import { createPinia } from 'pinia'
import { createApp } from 'vue'
import AppFrame from './frame/AppFrame.vue'
import { createAppRouter } from './frame/router.ts'
import { afterPage, holdBack } from './kit/afterPage.ts'
import { controlsFor, readyControls } from './kit/controls.ts'
import { useSession } from './kit/session.ts'

const app = createApp(AppFrame)
app.use(createPinia())
controlsFor(app)
const pageStands = holdBack()
await useSession().open()
const router = createAppRouter()
// Today has no such field: it does not wait for them.
router.beforeResolve(async (to) => {
  if (to.name !== 'today') await readyControls()
})
app.use(router)
// What the first page asks for is on its way before the frame is put up.
await new Promise((sent) => setTimeout(sent))
app.mount('#app')
// With its heading drawn; and where it does not come, what is held back is not either.
const drawn = () => requestAnimationFrame(() => setTimeout(pageStands))
void router.isReady().then(drawn, drawn)
// For the next page.
void afterPage(readyControls)()
// The application on the device, for where there is no network; fetched after what one came for.
const register = () => void navigator.serviceWorker.register('/sw.js')
if (import.meta.env.PROD && 'serviceWorker' in navigator) {
  if (document.readyState === 'complete') register()
  else addEventListener('load', register)
}
