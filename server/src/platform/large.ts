import type { RouteShorthandOptions } from 'fastify'
import '@fastify/compress'

/** Of a route whose answer is large and only read: it is made smaller on its way. */
export const large: Pick<RouteShorthandOptions, 'compress'> = { compress: { threshold: 2048 } }
