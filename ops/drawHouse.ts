import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'

/** Draws the house in CONTRIBUTING.md from the imports of the code: rooms, and which stands on which. */
const FILE = 'CONTRIBUTING.md'
const BEGIN = '<!-- drawn by: npx tsx ops/drawHouse.ts -->'
const END = '<!-- end of the drawing -->'

/** A folder of the core is a room of its own; the rest are five. */
const roomOf = (path: string): string | null => {
  const [top, next = ''] = path.split('/')
  if (top === 'core') return `core/${next}`
  if (top === 'server') return next === 'services' ? 'server/services' : next === 'db' ? 'server/db' : 'server'
  return top === 'shared' || top === 'app' ? top : null
}

const files = (folder: string): string[] =>
  readdirSync(folder, { withFileTypes: true }).flatMap(each => {
    const path = `${folder}/${each.name}`
    if (each.isDirectory()) return files(path)
    return /\.(ts|vue)$/.test(path) && !/\.(test|fixture)\.ts$/.test(path) ? [path] : []
  })

/** Rooms by name, each with those that its files import from. */
function usesOf(): Map<string, Set<string>> {
  const uses = new Map<string, Set<string>>()
  for (const file of ['core', 'shared', 'server', 'app'].flatMap(files)) {
    const own = roomOf(file)!
    const its = uses.get(own) ?? new Set()
    uses.set(own, its)
    for (const [, said] of readFileSync(file, 'utf8').matchAll(/from '([.#][^']+)'/g)) {
      const path = said!.startsWith('#') ? said!.slice(1) : normalize(join(dirname(file), said!))
      const room = roomOf(path)
      if (room && room !== own) its.add(room)
    }
  }
  return uses
}

/** Without arrows that say what others say already. */
function reduced(uses: Map<string, Set<string>>): [string, string][] {
  const reaches = (from: string, to: string, seen = new Set<string>()): boolean =>
    [...(uses.get(from) ?? [])].some(next => {
      if (seen.has(next)) return false
      seen.add(next)
      return next === to || reaches(next, to, seen)
    })
  return [...uses].flatMap(([from, its]) =>
    [...its]
      .filter(to => ![...its].some(other => other !== to && reaches(other, to) && !reaches(to, other)))
      .map((to): [string, string] => [from, to]),
  )
}

/** The drawing as Mermaid has it, arrows from a room to what it stands on. */
function drawnHouse(): string {
  const name = (room: string) => room.replace(/\W/g, '_')
  const uses = usesOf()
  const rooms = [...uses.keys()].sort()
  const arrows = reduced(uses).map(([from, to]) => `  ${name(from)} --> ${name(to)}`)
  return ['```mermaid', 'flowchart TD', ...rooms.map(room => `  ${name(room)}["${room}"]`), ...arrows.sort(), '```'].join('\n')
}

/** A text with the drawing of now in the place of the one before. */
export function withHouse(text: string): string {
  const [before, rest = ''] = text.split(BEGIN)
  const [, after = ''] = rest.split(END)
  return `${before}${BEGIN}\n\n${drawnHouse()}\n\n${END}${after}`
}

if (process.argv[1]?.endsWith('drawHouse.ts')) writeFileSync(FILE, withHouse(readFileSync(FILE, 'utf8')))
