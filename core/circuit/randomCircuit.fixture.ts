import type { Circuit, Link, TiedPart } from './circuit'

/** A small generator of its own, so that the circuits are the same on every machine. */
function dice(seed: number) {
  let state = seed
  return (sides: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return Math.floor((state / 2 ** 32) * sides)
  }
}

/**
 * A random circuit: spaces joined as a tree with a few more links, every link can be pinched, one part a space, some check
 * valves.
 */
export function randomCircuit(seed: number, n: number): { circuit: Circuit; parts: TiedPart[] } {
  const roll = dice(seed)
  const spaces = Array.from({ length: n }, (_, k) => ({
    id: `s${k}`,
    name: `Space ${k}`,
    kind: k === 0 ? ('tank' as const) : ('line' as const),
    carries: null,
    path: [],
  }))
  const link = (id: string, from: number, to: number, kind: Link['kind']): Link => ({
    id,
    name: `Hose ${id}`,
    kind,
    from: `s${from}`,
    to: `s${to}`,
    normally: 'open',
    cracking: 0,
    pinch: true,
    at: { x: 0, y: 0 },
  })
  const links = Array.from({ length: n - 1 }, (_, k) => link(`l${k}`, roll(k + 1), k + 1, roll(10) === 0 ? 'check' : 'passage'))
  for (let k = 0; k < n / 6; k++) {
    const a = roll(n),
      b = roll(n)
    if (a !== b) links.push(link(`x${k}`, a, b, 'passage'))
  }
  return {
    circuit: { spaces, links },
    parts: spaces.map((space, k) => ({ id: `p${k}`, name: `Part ${k}`, family: 'fitting', opening: k === 0, space: space.id })),
  }
}
