import type { StoredPerson } from './platform/accountEntities.ts'
import { makeResetToken, repair } from './account/index.ts'
import { createDatabase } from './database.ts'
import { endInWords } from './platform/plainEnd.ts'
import { describeTasks, tryAgain } from './work/index.ts'

const help = `npm run operator -- reset-link <e-mail>   a link with which this person can set a new password, good for a day
npm run operator -- repair              rows that cannot be read any more
npm run operator -- repair --apply      sets them aside, so that everything else can be read
npm run operator -- tasks               long work that waits, runs, or was given up after all its tries
npm run operator -- tasks --again <id>  tries one again that was given up`
const linkHours = 24

/** What is done at the server, by who runs it: as the owner of the schema. */
await endInWords(async () => {
  const [what, argument, id] = process.argv.slice(2)
  const { DATABASE_OWNER_URL: url, PUBLIC_URL: site = 'http://127.0.0.1:4173' } = process.env
  if (!url || !['reset-link', 'repair', 'tasks'].includes(what ?? '')) throw new Error(help)
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
    if (what === 'tasks' && argument === '--again') {
      const put = /^[0-9a-f-]{36}$/.test(id ?? '') && (await tryAgain(owner, id!))
      console.log(
        put
          ? 'It is in the queue again.'
          : `No task was given up under the id ${id ?? '(none given)'}, or its account has another that is not over.`,
      )
      return
    }
    if (what === 'tasks') {
      const lines = await describeTasks(owner)
      console.log(lines.length ? lines.join('\n') : 'Nothing waits, runs or was given up.')
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
