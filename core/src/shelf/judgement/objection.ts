import type { Caution, Params, Refusal } from '../../quantity/index.ts'
import type { Objection, Source } from './application.ts'

/** Why a product does not go here. The words stand under refusal.<code>. */
export const because = (code: string, params: Params = {}): Refusal => ({ code, params })
export const mind = (code: string, params: Params = {}): Caution => ({ code, params })

type Remedy = NonNullable<Objection['remedy']>
const say =
  (kind: Objection['kind']) =>
  (source: Source, code: string, params: Params = {}, remedy?: Remedy): Objection => ({
    kind,
    source,
    code,
    params,
    ...(remedy && { remedy }),
  })
export const stops = say('stops')
export const asks = say('asks')
export const minds = say('minds')
export const remedy = (code: string, params: Params = {}): Remedy => ({ code, params })
