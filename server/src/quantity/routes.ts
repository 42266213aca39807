import type { FastifyInstance } from 'fastify'
import { convertRequest } from '@jardinero/contract/quantity'
import { parseConversion } from '@jardinero/core/quantity'
import { accept } from '../platform/problem.ts'

export function quantityRoutes(app: FastifyInstance): void {
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
      const { value, from, to } = request.body as { value: number; from: string; to: string }
      return accept(parseConversion(value, from, to))
    },
  )
}
