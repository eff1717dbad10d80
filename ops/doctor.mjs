import { accessSync, constants, existsSync, readdirSync, statfsSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { SERVER } from './build.mjs'
import { backupFolder, dataFolder, isRoot, ownerOf, portIsFree, root } from './steps.mjs'

const LITTLE_ROOM = 2e9
const DAY = 86_400_000

/** One line of what is looked at: well, to be looked at, or ill, with what to do. */
const line = (state, what, sentence) => ({ state, what, sentence })

/** `./zinc doctor`: what the program stands on, looked at from outside, with the shop running or not. @returns the exit code */
export async function doctor(mode = 'start') {
  const found = []
  const [major] = process.versions.node.split('.').map(Number)
  found.push(
    line(
      major >= 20 ? 'well' : 'ill',
      'Node.js',
      major >= 20 ? process.version : `${process.version}: 20.19 or later is needed.`,
    ),
  )
  const base = '/usr/lib/postgresql'
  const postgres = existsSync(base) ? readdirSync(base) : []
  found.push(
    postgres.length > 0 || process.env.DATABASE_URL
      ? line('well', 'PostgreSQL', process.env.DATABASE_URL ? 'another server, by DATABASE_URL' : postgres.join(', '))
      : line('ill', 'PostgreSQL', 'not installed. apt-get install postgresql'),
  )
  found.push(
    existsSync(SERVER) ? line('well', 'Program', 'built') : line('look', 'Program', 'not built yet; it is at the first start.'),
  )
  const folder = dataFolder(mode)
  const { bavail, bsize } = statfsSync(folder)
  const free = bavail * bsize
  found.push(
    line(
      free > LITTLE_ROOM ? 'well' : 'ill',
      'Disk',
      `${(free / 1e9).toFixed(1)} GB free at ${folder}${free > LITTLE_ROOM ? '' : ': make room.'}`,
    ),
  )
  const secret = join(folder, 'session.secret')
  if (existsSync(secret)) {
    const open = (statSync(secret).mode & 0o077) !== 0
    found.push(
      open
        ? line('ill', 'Secret', `others on this machine can read ${secret}. chmod 600 it.`)
        : line('well', 'Secret', 'readable by its owner alone'),
    )
  }
  const backups = backupFolder(mode)
  const made = existsSync(backups) ? readdirSync(backups).filter(name => name.endsWith('.backup')) : []
  const last = made.length > 0 ? Math.max(...made.map(name => statSync(join(backups, name)).mtimeMs)) : null
  const age = last === null ? null : (Date.now() - last) / DAY
  found.push(
    age === null
      ? line('look', 'Backup', `none at ${backups}. ./zinc backup FILE makes one; the program makes one each night.`)
      : age > 2
        ? line(
            'look',
            'Backup',
            `the last is ${age.toFixed(0)} days old. Does the program run at night, and may it write to ${backups}?`,
          )
        : line('well', 'Backup', `${made.length} at ${backups}, the last ${Math.max(0, Math.round(age * 24))} h old`),
  )
  if (last !== null && existsSync(backups) && statSync(backups).dev === statSync(folder).dev)
    found.push(line('look', 'Backup', 'lies on the same disk as the data. ZINC_BACKUP_FOLDER names another.'))
  try {
    accessSync(root, constants.W_OK)
  } catch {
    found.push(line('look', 'Program', `${root} cannot be written by this user: build it as its owner.`))
  }
  if (isRoot && !ownerOf(folder)) found.push(line('look', 'User', 'runs as root. docs/deploy.md has a unit that does not.'))
  const port = Number(process.env.PORT ?? 4600)
  if (await portIsFree(port)) found.push(line('look', 'Shop', `does not run on port ${port}.`))
  else
    try {
      const answer = await fetch(`http://127.0.0.1:${port}/api/health`, { signal: AbortSignal.timeout(5000) })
      const { parts } = await answer.json()
      for (const [part, { state, sentence }] of Object.entries(parts))
        found.push(line(state, `Shop: ${part}`, sentence || 'well'))
    } catch {
      found.push(line('ill', 'Shop', `something else than Zinc Bell answers on port ${port}, or nothing does.`))
    }
  for (const { state, what, sentence } of found)
    process.stdout.write(`${{ well: '  well ', look: '  LOOK ', ill: '  ILL  ' }[state]} ${what.padEnd(16)} ${sentence}\n`)
  return found.some(({ state }) => state === 'ill') ? 1 : 0
}
