import { FIRST_PAGE } from '../shared/early'

interface Module {
  importedIds: readonly string[]
}
type Graph = (id: string) => Module | null

function closure(from: readonly string[], graph: Graph, without: ReadonlySet<string> = new Set()): Set<string> {
  const known = new Set<string>()
  const waiting = [...from]
  for (let id = waiting.pop(); id !== undefined; id = waiting.pop()) {
    if (known.has(id) || without.has(id)) continue
    known.add(id)
    waiting.push(...(graph(id)?.importedIds ?? []))
  }
  return known
}

/**
 * Puts all that some modules import, and the entry does not, into one file: a page that comes in forty files waits for forty answers.
 * @param entry path of what every page begins with
 * @param roots paths of what the first page is made of
 * @returns a rule for the bundler
 */
export function firstPage(entry: string, roots: readonly string[]) {
  let own: Set<string> | null = null
  return (id: string, { getModuleInfo }: { getModuleInfo: Graph }): string | undefined => {
    own ??= closure(roots, getModuleInfo, closure([entry], getModuleInfo))
    return own.has(id) ? FIRST_PAGE : undefined
  }
}
