import { LruMap } from 'toad-cache'
import type { FastifyRateLimitStore } from '@fastify/rate-limit'
import type { DataSource } from 'typeorm'

/** Rate counts in this process alone, of the latest few thousand who asked: for what takes this process's own time. */
class ProcessRateStore implements FastifyRateLimitStore {
  private readonly counts = new LruMap<{ current: number; until: number }>(5000)

  incr(
    key: string,
    callback: (error: Error | null, result?: { current: number; ttl: number }) => void,
    timeWindow: number,
  ): void {
    const now = Date.now()
    const known = this.counts.get(key)
    const count = known && known.until > now ? known : { current: 0, until: now + timeWindow }
    count.current++
    this.counts.set(key, count)
    callback(null, { current: count.current, ttl: count.until - now })
  }

  child(): FastifyRateLimitStore {
    return new ProcessRateStore()
  }
}

/** Rate counts in PostgreSQL, so that several servers behind a balancer count together. */
export const rateStoreOn = (database: DataSource) =>
  class PostgresRateStore implements FastifyRateLimitStore {
    private readonly route: string

    constructor(options: { route?: string } = {}) {
      this.route = options.route ?? ''
    }

    incr(
      key: string,
      callback: (error: Error | null, result?: { current: number; ttl: number }) => void,
      timeWindow: number,
    ): void {
      const sql = `INSERT INTO rate_count (key, count, expires_at) VALUES ($1, 1, now() + $2 * interval '1 millisecond')
        ON CONFLICT (key) DO UPDATE SET
          count = CASE WHEN rate_count.expires_at < now() THEN 1 ELSE rate_count.count + 1 END,
          expires_at = CASE WHEN rate_count.expires_at < now() THEN excluded.expires_at ELSE rate_count.expires_at END
        RETURNING count, extract(epoch FROM expires_at - now()) * 1000 AS ttl`
      database.query(sql, [`${this.route}|${key}`, timeWindow]).then(
        ([row]: { count: number; ttl: string }[]) =>
          callback(null, { current: row!.count, ttl: Number(row!.ttl) }),
        (error: Error) => callback(error),
      )
    }

    /** Each route counts for itself: sign-ins do not use up calculators. The plugin hands its route over as `routeInfo`. */
    child(options: object): FastifyRateLimitStore {
      const { routeInfo, inProcess } = options as {
        routeInfo?: { url?: string; method?: string | string[] }
        inProcess?: boolean
      }
      if (inProcess) return new ProcessRateStore()
      return new PostgresRateStore({ route: `${String(routeInfo?.method)} ${routeInfo?.url ?? ''}` })
    }
  }
