import { createDatabase } from './database.ts'
import { endInWords } from './platform/plainEnd.ts'
import { prepareDatabase } from './prepareDatabase.ts'

/** A process of its own, which has the owner's password and ends: the server never has it. */
await endInWords(async () => {
  const { DATABASE_OWNER_URL: ownerUrl, DATABASE_URL: url } = process.env
  if (!ownerUrl || !url) throw new Error('DATABASE_OWNER_URL and DATABASE_URL are needed.')
  const owner = createDatabase(ownerUrl)
  await owner.initialize()
  try {
    const role = decodeURIComponent(new URL(url).username)
    await prepareDatabase(owner, ownerUrl, role === new URL(ownerUrl).username ? undefined : role)
  } finally {
    await owner.destroy()
  }
})
