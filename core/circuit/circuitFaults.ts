import type { Circuit, TiedPart } from './circuit'

/** Something in a drawn circuit that cannot be, or that nothing can pass; the sentence says how to mend it. */
interface CircuitFault {
  about: string
  sentence: string
  fatal: boolean
}

/**
 * What is wrong with a circuit: no tank, lines joined to nothing, parts tied to nothing, and loops of check valves through
 * which nothing can pass outwards.
 * A fatal fault cannot be saved; the others are shown and respected by reach.
 */
export function circuitFaults(circuit: Circuit, parts: readonly TiedPart[]): CircuitFault[] {
  const faults: CircuitFault[] = []
  const known = new Set(circuit.spaces.map(space => space.id))
  const nameOf = (id: string) => circuit.spaces.find(space => space.id === id)?.name ?? 'a space that is not there'
  if (known.size < circuit.spaces.length || new Set(circuit.links.map(link => link.id)).size < circuit.links.length)
    faults.push({ about: 'circuit', sentence: 'Two lines or valves have the same id.', fatal: true })
  if (!circuit.spaces.some(space => space.kind === 'tank'))
    faults.push({ about: 'circuit', sentence: 'The circuit has no tank. Keep at least one.', fatal: true })
  for (const link of circuit.links) {
    if (!known.has(link.from) || !known.has(link.to))
      faults.push({
        about: link.id,
        sentence: `${link.name} joins ${nameOf(known.has(link.from) ? link.to : link.from)}. Choose both of its ends.`,
        fatal: true,
      })
    else if (link.from === link.to)
      faults.push({
        about: link.id,
        sentence: `${link.name} joins ${nameOf(link.from)} to itself. Choose another end.`,
        fatal: true,
      })
  }
  for (const part of parts) {
    if (part.space === null)
      faults.push({
        about: part.id,
        sentence: `${part.name} is tied to nothing, so no test will be said to reach it. Choose the space that it closes.`,
        fatal: false,
      })
    else if (!known.has(part.space))
      faults.push({
        about: part.id,
        sentence: `${part.name} is tied to a space that is not there any more. Choose the space that it closes.`,
        fatal: true,
      })
  }
  for (const space of circuit.spaces) {
    if (circuit.spaces.length > 1 && !circuit.links.some(link => link.from === space.id || link.to === space.id))
      faults.push({
        about: space.id,
        sentence: `${space.name} is joined to nothing. Join it with a line or a valve.`,
        fatal: false,
      })
  }
  for (const loop of checkValveLoops(circuit))
    faults.push({
      about: loop[0]!,
      sentence: `${loop.map(id => circuit.links.find(link => link.id === id)!.name).join(', ')} are check valves in a ring, each letting into the next: check which way they face.`,
      fatal: false,
    })
  return faults
}

/** Rings of check valves that all point the same way round, as link ids; each ring once. */
function checkValveLoops(circuit: Circuit): string[][] {
  const checks = circuit.links.filter(link => link.kind === 'check')
  const rings: string[][] = []
  const seen = new Set<string>()
  for (const start of checks) {
    const stack: { at: string; way: string[] }[] = [{ at: start.to, way: [start.id] }]
    const visited = new Set<string>([start.to])
    while (stack.length > 0) {
      const { at, way } = stack.pop()!
      if (at === start.from) {
        const key = [...way].sort().join(' ')
        if (!seen.has(key)) rings.push(way)
        seen.add(key)
        break
      }
      for (const link of checks) {
        if (link.from !== at || visited.has(link.to)) continue
        visited.add(link.to)
        stack.push({ at: link.to, way: [...way, link.id] })
      }
    }
  }
  return rings
}
