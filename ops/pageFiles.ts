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
 * Puts all that some modules import, and what comes before them does not, into one file: a page that comes in forty files waits for
 * forty answers.
 * @param entry path of what every page begins with
 * @param pages names of the files in the order in which they are opened, each with the paths of what it is made of
 * @returns a rule for the bundler
 */
export function pageFiles(entry: string, pages: readonly (readonly [name: string, roots: readonly string[]])[]) {
  let names: Map<string, string> | null = null
  const sorted = (graph: Graph): Map<string, string> => {
    const before = closure([entry], graph)
    const found = new Map<string, string>()
    for (const [name, roots] of pages)
      for (const id of closure(roots, graph, before)) {
        before.add(id)
        found.set(id, name)
      }
    return found
  }
  return (id: string, bundler: { getModuleInfo: Graph }): string | null => {
    names ??= sorted(each => bundler.getModuleInfo(each))
    return names.get(id) ?? null
  }
}
