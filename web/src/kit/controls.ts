import type { App } from 'vue'

/** The library of the fields, buttons and drawers, and its look: fetched with the first page that has one. */
let fetched: Promise<void> | undefined
let app: App | undefined

/** Says which application they are for. */
export const controlsFor = (of: App): void => void (app = of)

/** Ready once they are there. */
export function readyControls(): Promise<void> {
  fetched ??= (async () => {
    const [{ default: PrimeVue }, { preset }] = await Promise.all([
      import('primevue/config'),
      import('../theme/preset.ts'),
    ])
    const nonce = document.querySelector<HTMLMetaElement>('meta[name=style-nonce]')?.content ?? ''
    app?.use(PrimeVue, {
      theme: { preset, options: { darkModeSelector: '.dark', cssLayer: false } },
      csp: { nonce },
    })
  })()
  return fetched
}

/** A component that has such fields, with them. */
export const withControls =
  <C>(load: () => Promise<C>): (() => Promise<C>) =>
  async () => {
    const [component] = await Promise.all([load(), readyControls()])
    return component
  }
