import { normalAt } from './seededRandom'

/** How the air around the tank moves: a start, a steady drift, a slow swing and a wander. */
export interface Surroundings {
  /** skin temperature, K; K an hour; K; s; K each root hour */
  skin: { start: number; drift: number; swing: number; swingPeriod: number; wander: number }
  /** Pa; Pa an hour; Pa each root hour */
  weather: { start: number; drift: number; wander: number }
}

const WANDER_NODE = 300 // s
const SKIN = 1
const WEATHER = 2

/** Random walk through nodes every five minutes, straight between them; nodes are kept as they are first reached. */
function wanderer(seed: number, channel: number, perRootHour: number): (t: number) => number {
  const nodes = [0]
  return t => {
    const position = Math.max(0, t) / WANDER_NODE
    const left = Math.floor(position)
    while (nodes.length <= left + 1)
      nodes.push(nodes[nodes.length - 1]! + perRootHour * Math.sqrt(WANDER_NODE / 3600) * normalAt(seed, channel, nodes.length))
    return nodes[left]! + (position - left) * (nodes[left + 1]! - nodes[left]!)
  }
}

/** Skin temperature (K) and barometer (Pa) as functions of time (s). */
export function surroundingsOver(
  seed: number,
  { skin, weather }: Surroundings,
): { skinAt: (t: number) => number; barometerAt: (t: number) => number } {
  const skinWander = wanderer(seed, SKIN, skin.wander)
  const weatherWander = wanderer(seed, WEATHER, weather.wander)
  return {
    skinAt: t =>
      skin.start + (skin.drift * t) / 3600 + skin.swing * Math.sin((2 * Math.PI * t) / skin.swingPeriod) + skinWander(t),
    barometerAt: t => weather.start + (weather.drift * t) / 3600 + weatherWander(t),
  }
}
