import type { Shut } from '@jardinero/core/outing'
import type { Params } from '@jardinero/core/quantity'
import type { Words } from '@jardinero/words'

/** What a limit says, its instants as times of the yard's clock. */
export const shutParams = ({ params }: Shut, time: Words['time'], timeZone: string): Params => ({
  ...params,
  ...(typeof params['from'] === 'string' && { from: time(params['from'], timeZone) }),
  ...(typeof params['to'] === 'string' && { to: time(params['to'], timeZone) }),
})
