import { reactive } from 'vue'
import type { SeasonWishes } from '@jardinero/core/season'
import { useForm } from '../kit/useForm.ts'
import { useAccount, useYard } from '../state/index.ts'
import { usePlanContext } from './usePlanContext.ts'

/** What is typed of the owner's wishes, held to what can be meant, and kept with the yard. */
export function useWishForms() {
  const account = useAccount()
  const { yard, zones } = useYard()
  const { wishes } = usePlanContext()
  const form = useForm()
  const typed = reactive({
    zoneId: '',
    seedOn: '',
    from: '',
    to: '',
    kind: 'active' as 'active' | 'group',
    name: '',
    most: 0 as number | undefined,
    coreOn: '',
    leaves: 1 as number | undefined,
  })
  const change = (patch: Partial<SeasonWishes>) => {
    const seasonWishes = { ...wishes.value, ...patch }
    return form.save(() => account.change('yards', yard.value!, { seasonWishes }))
  }
  type Listed = 'seeding' | 'busy' | 'restrictions' | 'aerating'
  const without = (kind: Listed, at: number) =>
    change({ [kind]: wishes.value[kind].filter((_, i) => i !== at) })
  async function add<K extends Listed>(
    kind: K,
    row: SeasonWishes[K][number],
    done: () => void,
  ): Promise<void> {
    if (await change({ [kind]: [...wishes.value[kind], row] })) done()
  }
  const isDay = (text: string) => /^\d{4}-\d{2}-\d{2}$/.test(text)
  /** Refuses a day that is none; answers whether it did. */
  const noDay = (field: string, ...days: string[]) =>
    form.refuse(...(days.every(isDay) ? [] : [{ code: 'dayMissing', field, params: {} }]))

  function saveSeeding(done: () => void): void {
    const zoneId = typed.zoneId || zones.value[0]?.id || ''
    if (!noDay('seeding', typed.seedOn)) void add('seeding', { zoneId, day: typed.seedOn }, done)
  }
  function saveBusy(done: () => void): void {
    const { from, to } = typed
    if (!noDay('busy', from, to)) void add('busy', { from, to: to < from ? from : to }, done)
  }
  function saveRestriction(done: () => void): void {
    const { kind, name, most } = typed
    const fine = name.trim() && most !== undefined && most >= 0
    if (form.refuse(...(fine ? [] : [{ code: 'restrictionMissing', field: 'restrictions', params: {} }])))
      return
    void add('restrictions', { kind, name: name.trim(), mostLbPerAcre: most!, note: '' }, done)
  }
  function saveCoring(done: () => void): void {
    const { coreOn, leaves } = typed
    if (noDay('aerating', coreOn)) return
    const fine = leaves !== undefined && leaves >= 0 && leaves <= 1
    if (form.refuse(...(fine ? [] : [{ code: 'shareMissing', field: 'aerating', params: {} }]))) return
    void add('aerating', { day: coreOn, leaves: leaves! }, done)
  }
  return { form, typed, change, without, saveSeeding, saveBusy, saveRestriction, saveCoring }
}
