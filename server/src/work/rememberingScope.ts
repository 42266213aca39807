import { AccountScope } from '../platform/scope.ts'

type Stored = { id: string; version?: number }

/** A scope that asks once for what is asked a thousand times: rows that do not change while a file is taken in. */
export class RememberingScope extends AccountScope {
  private readonly known = new Map<string, Promise<unknown>>()

  override get<T extends Stored>(entity: string, id: string): Promise<T> {
    const key = `${entity}/${id}`
    const known = this.known.get(key)
    if (known) return known as Promise<T>
    const asked = super.get<T>(entity, id)
    this.known.set(key, asked)
    // What is not there yet may be added later in the file.
    asked.catch(() => this.known.delete(key))
    return asked
  }
}
