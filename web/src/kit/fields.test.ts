// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import PrimeVue from 'primevue/config'
import { defineComponent, h } from 'vue'
import { beforeEach, describe, expect, it, test } from 'vitest'
import { computeArea } from '@jardinero/core/yard'
import { loadCatalogue } from '@jardinero/words'
import ChoiceField from './ChoiceField.vue'
import FigureText from './FigureText.vue'
import LengthField from './LengthField.vue'
import NumberField from './NumberField.vue'
import SaidText from './SaidText.vue'
import { useSession } from './session.ts'
import { openWorking } from './working.ts'

const catalogue = await loadCatalogue('en')
let pinia: ReturnType<typeof createPinia>
const global = () => ({ plugins: [pinia, PrimeVue] })

beforeEach(() => {
  pinia = createPinia()
  setActivePinia(pinia)
  const session = useSession()
  session.person = {
    id: '',
    version: 1,
    email: '',
    name: '',
    units: 'us',
    temperature: 'F',
    locale: 'en-US',
    theme: 'auto',
    role: 'owner',
    licence: '',
  }
  session.catalogue = catalogue
  session.whole = true
})

describe('a number field', () => {
  const field = (props: object) =>
    mount(NumberField, { props: { label: 'Rate', ...props } as never, global: global() })
  test.each([
    ['degC', 8.444444444444445, '47.2'],
    ['gal', 4, '4'],
    ['in', 0.25, '0.25'],
  ])('shows %s %d in the reader’s unit', (unit, modelValue, shown) => {
    expect((field({ unit, modelValue }).find('input').element as HTMLInputElement).value).toBe(shown)
  })
  test.each([
    ['50', 10],
    ['1,000', (1000 - 32) / 1.8],
    ['50,5', (50.5 - 32) / 1.8],
    ['', undefined],
    ['warm', NaN],
  ])('reads %j', async (text, value) => {
    const wrapper = field({ unit: 'degC', modelValue: undefined })
    await wrapper.find('input').setValue(text)
    const [last] = wrapper.emitted('update:modelValue')?.at(-1) ?? [undefined]
    if (typeof value === 'number' && !Number.isNaN(value)) expect(last).toBeCloseTo(value, 9)
    else expect(last).toEqual(value)
  })
  it('never rewrites what is typed while it means the model', async () => {
    const wrapper = field({ unit: 'gal', modelValue: 4 })
    await wrapper.find('input').setValue('4.50')
    await wrapper.setProps({ modelValue: 4.5 } as never)
    expect((wrapper.find('input').element as HTMLInputElement).value).toBe('4.50')
  })
})

describe('a length field', () => {
  it('reads feet and inches', async () => {
    const wrapper = mount(LengthField, { props: { label: 'Width', modelValue: NaN }, global: global() })
    await wrapper.find('input').setValue('42 ft 6 in')
    expect(wrapper.emitted('update:modelValue')?.at(-1)).toEqual([42.5])
  })
})

describe('figures in sentences', () => {
  it('open their working', async () => {
    const area = computeArea([{ name: 'A', kind: 'rectangle', lengthsFt: [60, 40], deduction: false }])
    if (!area.ok) throw new Error('no area')
    const params = { yard: 'X', area: area.value.area, spread: area.value.uncertainty, zones: 1 }
    const Sentence = defineComponent(() => () => h('p', [h(SaidText, { code: 'yard.answer', params })]))
    const wrapper = mount(Sentence, { global: global() })
    expect(wrapper.element.textContent).toBe('X measures 2,400 sq ft ± 36 sq ft in one lawn.')
    await wrapper.findComponent(FigureText).trigger('click')
    expect(openWorking.figure).toEqual(area.value.area)
  })
})

describe('a choice among many', () => {
  it('is found by other names, however they are spaced', async () => {
    const field = mount(ChoiceField, {
      props: {
        modelValue: undefined,
        label: 'Weed',
        filter: true,
        options: [
          { value: 'a', label: 'quackgrass', names: 'quackgrass elymusrepens twitch couchgrass' },
          { value: 'b', label: 'dandelion', names: 'dandelion taraxacumofficinale' },
        ],
      },
      global: global(),
      attachTo: document.body,
    })
    await field.find('[role="combobox"]').trigger('click')
    await new Promise((later) => setTimeout(later, 30))
    const shown = () => [...document.querySelectorAll('[role="option"]')].map((o) => o.textContent?.trim())
    expect(shown()).toEqual(['quackgrass', 'dandelion'])
    const sought = document.querySelector<HTMLInputElement>('input[role="searchbox"]')!
    for (const typed of ['Quack grass', 'TWITCH', 'couch-grasses', 'Elymus repens']) {
      sought.value = typed
      sought.dispatchEvent(new Event('input', { bubbles: true }))
      await new Promise((later) => setTimeout(later, 30))
      expect([typed, ...shown()]).toEqual([typed, 'quackgrass'])
    }
    field.unmount()
  })
})
