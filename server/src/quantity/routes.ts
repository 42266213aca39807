import { convertRequest } from '@jardinero/contract/quantity'
import { parseConversion } from '@jardinero/core/quantity'
import type { App } from '../platform/app.ts'
import { accept } from '../platform/problem.ts'

export function quantityRoutes(app: App): void {
  app.post(
    '/api/quantity/convert',
    {
      schema: {
        tags: ['quantity'],
        summary: 'A quantity in another unit of its dimension',
        body: convertRequest,
      },
      config: { open: true },
    },
    (request) => {
      const { value, from, to } = request.body
      return accept(parseConversion(value, from, to))
    },
  )
}
