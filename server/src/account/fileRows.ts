import type { AccountFile } from '@jardinero/contract/account'
import { accountFileOutline, accountFileParts } from '@jardinero/contract/account'
import type { Refusal } from '@jardinero/core/quantity'
import { mostFaults, ProblemError, type ProblemCode } from '../platform/problem.ts'
import { validate } from '../platform/validation.ts'

export type Part = keyof typeof accountFileParts
export type Filed = Record<string, unknown> & { id: string }
/** The rows of a part, whatever they are of. */
export const filedRows = (file: AccountFile, part: Part): Filed[] =>
  (file[part] as object[]).map((row) => row as Filed)

/** Faults as they are found, until there are as many as help anybody. */
export class FaultList {
  readonly faults: Refusal[] = []
  get full(): boolean {
    return this.faults.length > mostFaults
  }
  add(found: Refusal[], at = ''): void {
    for (const fault of found) {
      if (this.full) return
      this.faults.push(at ? { ...fault, field: fault.field ? `${at}.${fault.field}` : at } : fault)
    }
  }
  /** @throws ProblemError refused where there are any */
  settle(as: ProblemCode = 'refused'): void {
    if (this.faults.length) throw new ProblemError(as, this.faults)
  }
}

/**
 * An account file out of what was sent: its outline, then each row against the contract.
 * @throws ProblemError invalidInput with the first faults and their places
 */
export async function readAccountFile(sent: unknown, pause: () => Promise<void>): Promise<AccountFile> {
  const outline = validate(accountFileOutline, sent, Infinity)
  if ('faults' in outline) throw new ProblemError('invalidInput', outline.faults)
  const file = outline.value as AccountFile
  const list = new FaultList()
  for (const [part, { row }] of Object.entries(accountFileParts)) {
    const rows = file[part as Part] as unknown[]
    for (let i = 0; i < rows.length && !list.full; i++) {
      const read = validate(row, rows[i])
      if ('value' in read) rows[i] = read.value
      else list.add(read.faults, `${part}.${i}`)
      if (i % 200 === 199) await pause()
    }
  }
  list.settle('invalidInput')
  return file
}
