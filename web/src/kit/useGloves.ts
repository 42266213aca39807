import { useLocalStorage } from '@vueuse/core'

/** Large buttons and fields, for hands in gloves: of this device, not of the person. */
export const useGloves = () => useLocalStorage('frame.gloves', false)
