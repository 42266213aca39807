export const bossSchema = 'pgboss'
export const taskQueue = 'task'
