import type { Row } from '@jardinero/contract/field'
import type { Refusal } from '@jardinero/core/quantity'
import { ref } from 'vue'
import { useAccount, type Part, type Rows } from './account.ts'
import { newId } from '../kit/api.ts'
import { useMay } from '../kit/useMay.ts'
import { useForm } from '../kit/useForm.ts'
import { permissionFor } from './rows.ts'
import { canComeBack, hangingOn, type Hanging } from './hanging.ts'

interface RowFormParts<P extends Part> {
  part: P
  /** The row being edited; none when one is added. */
  row?: Rows[P] | undefined
  /** The fields as typed. */
  fields: () => Partial<Omit<Rows[P], 'id' | 'version'>>
  /** Fields only a new row gets. */
  onAdd?: () => Partial<Omit<Rows[P], 'id' | 'version'>>
  /** How it is added, where not at once to the server; nothing comes back where it waits. */
  add?: (row: Omit<Rows[P], 'id' | 'version'>, id: string) => Promise<Rows[P] | undefined>
  /** What the core refuses before anything is sent. */
  check?: () => Refusal[]
  done: (row?: Rows[P]) => void
}

const ofAccount: ReadonlySet<Part> = new Set([
  'yards',
  'sprayers',
  'calibrations',
  'tools',
  'labels',
  'stock',
])

/** Adding, editing and removing one row, with both texts kept when someone else changed it. */
export function useRowForm<P extends Part>(parts: RowFormParts<P>) {
  const account = useAccount()
  const may = useMay()
  const { part, row, fields, onAdd, check, done } = parts
  const add = parts.add ?? ((fresh, freshId) => account.add(part, fresh, freshId))
  const form = useForm()
  const id = newId()

  async function saveOver(version?: number): Promise<void> {
    if (form.refuse(...(check?.() ?? []))) return
    let saved: Rows[P] | undefined
    const worked = await form.save(async () => {
      const from: Row | undefined = row && { id: row.id, version: version ?? row.version }
      saved = from
        ? await account.change(part, from, fields())
        : await add({ ...fields(), ...onAdd?.() } as Omit<Rows[P], 'id' | 'version'>, id)
    })
    if (worked) done(saved)
  }
  const hanging = ref<Hanging[]>([])
  /** Asks first where something hangs on it. */
  async function remove(): Promise<void> {
    if (!hanging.value.length) hanging.value = hangingOn(account.state, part, row!)
    else hanging.value = []
    if (hanging.value.length) return
    if (await form.save(() => account.remove(part, row!))) done()
  }
  return {
    form,
    /** Whether who is here may change such rows. */
    isAllowed: may(permissionFor(part)),
    /** Whether it belongs to the open yard, not to the account. */
    ofYard: !ofAccount.has(part),
    existing: Boolean(row),
    submit: () => saveOver(),
    keepMine: () => saveOver(Number(form.theirs.value?.['version'])),
    takeTheirs: async () =>
      done(await account.put(part, form.theirs.value as Record<string, unknown> & Rows[P])),
    /** What hangs on it, while it is asked whether it goes all the same. */
    hanging,
    comesBack: canComeBack(part),
    keep: () => void (hanging.value = []),
    remove,
    cancel: () => done(),
  }
}
export type RowForm = Omit<ReturnType<typeof useRowForm>, 'takeTheirs'> & { takeTheirs: () => void }
