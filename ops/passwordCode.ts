import { eq } from 'drizzle-orm'
import { closeDatabase, database } from '../server/db/client'
import { person } from '../server/db/schema'
import { makePasswordCode } from '../server/services/people/passwordCodes'

/** A code for a new password, for the person of a sign-in name. */
const login = (process.argv[2] ?? '').toLowerCase()
const [found] = await database().select({ id: person.id, name: person.name }).from(person).where(eq(person.login, login))
if (found) {
  const code = await makePasswordCode(null, found.id)
  process.stdout.write(
    `${found.name} sets a new password with the code  ${code}  (sign-in page, “I have a code”), within a day.\n`,
  )
} else {
  process.stderr.write(`Nobody has the sign-in name “${login}”.\n`)
  process.exitCode = 3
}
await closeDatabase()
