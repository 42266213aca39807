// @vitest-environment happy-dom
import { describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { atHome, button, input } from '../../test/home.ts'
import LongList from './LongList.vue'
import { useLongList } from './useLongList.ts'

const weeds = ['Crabgrass', 'Común', 'Yellow nutsedge', 'Field bindweed']
const rowsOf = (count: number) => Array.from({ length: count }, (_, i) => `${weeds[i % 4]} at place ${i + 1}`)

async function listOf(count: number, isAsked?: (row: string) => boolean) {
  const { show, settle } = await atHome({ path: '/' })
  const page = show(
    defineComponent(() => {
      const list = useLongList(ref(rowsOf(count)), (row) => row, isAsked)
      return () =>
        h(LongList, { list, label: 'Search the weeds' }, () => list.some.value.map((row) => h('li', row)))
    }),
  )
  return { page, settle, rows: () => page.findAll('li').map((li) => li.text()) }
}

describe('a list that may be long', () => {
  it('is not searched where one looks over it', async () => {
    const { page, rows } = await listOf(8)
    expect([rows().length, page.find('input').exists()]).toEqual([8, false])
  })
  it('draws its first rows, the rest on asking, and the one that is asked for always', async () => {
    const { page, rows, settle } = await listOf(150, (row) => row.endsWith('place 130'))
    expect([rows().length, rows().at(-1)]).toEqual([61, 'Común at place 130'])
    await button(page, 'Show more (89 left)').trigger('click')
    await settle()
    expect(rows().length).toBe(121)
  })
  it('is found by the beginnings of its words, without accents, over rows that are not drawn too', async () => {
    const { page, rows, settle } = await listOf(150)
    await input(page, 'Search the weeds').setValue('nut 14')
    await settle()
    expect(rows()).toEqual(['Yellow nutsedge at place 143', 'Yellow nutsedge at place 147'])
    expect(page.find('[role=status]').text()).toBe('2 of 150')
    await input(page, 'Search the weeds').setValue('comun 2')
    await settle()
    expect(rows()[0]).toBe('Común at place 2')
    await input(page, 'Search the weeds').setValue('thistle')
    await settle()
    expect([rows(), page.find('[role=status]').text()]).toEqual([[], '0 of 150'])
  })
})
