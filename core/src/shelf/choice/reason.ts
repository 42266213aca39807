import type { Caution, Params, Refusal } from '../../quantity/index.ts'

/** Why a product does not go here. The words stand under refusal.<code>. */
export const because = (code: string, params: Params = {}): Refusal => ({ code, params })
export const mind = (code: string, params: Params = {}): Caution => ({ code, params })
