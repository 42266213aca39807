import { program } from './program.gen.ts'

/** What `core/kernel/conduct.ts` gives out; addresses are in bytes. */
export interface KernelProgram {
  memory: { buffer: ArrayBuffer }
  addressUp: () => number
  addressDown: () => number
  addressFrozenRatio: () => number
  addressLatent: () => number
  addressDrives: () => number
  /** Of the column that holds the temperatures now. */
  addressTemperature: () => number
  addressHeat: () => number
  addressSums: () => number
  addressHourly: () => number
  begin: (allThawed: boolean) => void
  isThawed: () => boolean | number
  passDay: (from: number, to: number, notesHours: boolean) => void
  countUnsettled: () => number
}

/** The part of WebAssembly that is used here: the core knows neither browser nor Node. */
declare const WebAssembly:
  | undefined
  | {
      Module: new (bytes: Uint8Array) => object
      Instance: new (module: object) => { exports: object }
    }

let compiled: object | null | undefined

/** Compiled once; nothing where this machine has no WebAssembly with SIMD, or is not let. */
function compile(): object | null {
  try {
    if (typeof WebAssembly === 'undefined') return null
    const bytes = Uint8Array.from({ length: program.length / 2 }, (_, i) =>
      Number.parseInt(program.slice(2 * i, 2 * i + 2), 16),
    )
    return new WebAssembly.Module(bytes)
  } catch {
    return null
  }
}

/** A program with memory of its own; nothing where there can be none. */
export function startProgram(): KernelProgram | undefined {
  compiled ??= compile()
  if (!compiled || typeof WebAssembly === 'undefined') return undefined
  return new WebAssembly.Instance(compiled).exports as KernelProgram
}
