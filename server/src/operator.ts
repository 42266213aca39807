import type { StoredPerson } from './account/entities.ts'
import { makeResetToken } from './account/recovery.ts'
import { repair } from './account/repair.ts'
import { createDatabase } from './platform/database.ts'
import { endInWords } from './platform/plainEnd.ts'

const help = `npm run operator -- reset-link <e-mail>   a link with which this person can set a new password, good for a day
npm run operator -- repair              rows that cannot be read any more
npm run operator -- repair --apply      sets them aside, so that everything else can be read`
const linkHours = 24

/** What is done at the server, by who runs it: as the owner of the schema. */
await endInWords(async () => {
  const [what, argument] = process.argv.slice(2)
  const { DATABASE_OWNER_URL: url, PUBLIC_URL: site = 'http://127.0.0.1:4173' } = process.env
  if (!url || !['reset-link', 'repair'].includes(what ?? '')) throw new Error(help)
  const owner = createDatabase(url)
  await owner.initialize()
  try {
    if (what === 'reset-link') {
      const email = (argument ?? '').trim().toLowerCase()
      const person = await owner.manager.findOneBy<StoredPerson>('person', { email })
      if (!person?.passwordHash)
        throw new Error(`There is no account with the e-mail ${email || '(none given)'}.`)
      const token = await makeResetToken(owner.manager, person.id, linkHours)
      console.log(
        `Give this link to ${person.name}, and nobody else. It is good for a day, once:\n${site}/reset#${token}`,
      )
      return
    }
    const found = await repair(owner, { clock: () => new Date(), apply: argument === '--apply' })
    for (const { account, table, id } of found) console.log(`${account}: ${table} ${id}`)
    const did = argument === '--apply' ? 'set aside' : 'found'
    console.log(found.length ? `${found.length} rows ${did}.` : 'Everything can be read.')
  } finally {
    await owner.destroy()
  }
})
