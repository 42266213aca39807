const words: [RegExp, string][] = [
  [
    /28P01|password authentication failed/,
    'The database does not accept the user or the password in its address.',
  ],
  [/3D000/, 'There is no database of that name at the address.'],
  [/28000|42501/, 'The user in the database’s address may not do what is needed. See docs/running.md.'],
  [
    /ECONNREFUSED|ENOTFOUND|EAI_AGAIN|ETIMEDOUT|timeout|ECONNRESET|57P03/,
    'No PostgreSQL answers at the address of the database.',
  ],
  [/EADDRINUSE/, 'The port is in use.'],
  [/ENOSPC|53100/, 'The disk is full.'],
]

/** One sentence of what went wrong, without the address: a password stands in it. */
function sayPlainly(error: unknown): string {
  const { code = '', message = String(error) } = error as { code?: string; message?: string }
  const known = words.find(([pattern]) => pattern.test(code) || pattern.test(message))
  return known ? known[1] : message.replace(/postgres(ql)?:\/\/\S+/g, 'postgres://…')
}

/** Runs a program's work; where it cannot, says why in a line and ends with 1. */
export async function endInWords(work: () => Promise<void>): Promise<void> {
  try {
    await work()
  } catch (error) {
    console.error(sayPlainly(error))
    process.exit(1)
  }
}
