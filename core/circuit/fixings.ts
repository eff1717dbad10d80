import type { PartFamily, PartShape } from './boundary'
import type { Circuit } from './circuit'
import type { TankMaterial } from './kinds/tankKind'

/** What holds a tank in its place or leads to it, and comes off when the tank does. */
export const fixingKinds = ['hose', 'wire', 'ground', 'strap', 'clip', 'cover'] as const
export type FixingKind = (typeof fixingKinds)[number]

/** When it can be reached: with the tank still up, after it was lowered a hand's breadth, or only when it is down. */
export const reachStages = ['tank up', 'lowered a little', 'tank down'] as const
export type ReachStage = (typeof reachStages)[number]

/** What refitting it needs. */
export interface RefitNeeds {
  /** what is renewed each time */
  renew: string | null
  lubricant: string | null
  /** it clicks or locks */
  lock: boolean
  /** it faces one way */
  orientation: boolean
  /** it must run without sags, kinks or rub points */
  routing: boolean
  /** usual torque, when one is usual */
  torque: string | null
}

export interface Fixing {
  key: string
  name: string
  kind: FixingKind
  stage: ReachStage
  /** what a hose carries */
  carries: string | null
  /** the part of the boundary that is disturbed with it */
  partId: string | null
  /** people forget it */
  forgotten: boolean
  needs: RefitNeeds
}

interface FixedPart { id: string, name: string, family: PartFamily, shape: PartShape, space: string | null, link: string | null }

const none: RefitNeeds = { renew: null, lubricant: null, lock: false, orientation: false, routing: false, torque: null }
const middleY = ({ shape }: FixedPart) => (shape.at === 'point' ? shape.y : (shape.y1 + shape.y2) / 2)
/** What sits on the upper side is only reached when the tank has come down a little. */
const TOP = 150
const stageOf = (part: FixedPart): ReachStage => (middleY(part) < TOP ? 'lowered a little' : 'tank up')
const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** What a line carries, from its name and the family of the parts on it. */
function carried(name: string, families: readonly PartFamily[]): string {
  const has = (family: PartFamily) => families.includes(family)
  if (has('return') || /return/i.test(name)) return 'return'
  if (has('vapour hose') || has('purge valve') || has('canister') || /vapour|purge|canister/i.test(name)) return 'vapour'
  if (has('filler hose') || has('neck') || /fill|neck/i.test(name)) return 'filling'
  if (has('vent hose') || has('vent valve') || /vent/i.test(name)) return 'vent'
  if (/heater/i.test(name)) return 'heater feed'
  if (has('crossover') || /crossover/i.test(name)) return 'crossover'
  return 'feed'
}

const hoseNeeds = (carries: string): RefitNeeds => ({
  ...none, renew: 'clamp', routing: true, lubricant: carries === 'filling' ? 'fuel-safe rubber lubricant, no silicone' : null, lock: carries === 'feed' || carries === 'return', orientation: carries === 'vent' || carries === 'vapour',
})

/**
 * Everything that must come off for this tank to come down, and go on again: every line that joins the tank, every wire of what is electric on it,
 * its straps with their bolts, its ground strap where it is metal or filled through metal, and what people forget.
 * Drawn up from the circuit, so that a line which was added to the map is on it. Source: general trade practice.
 */
export function fixingsOf(circuit: Circuit, parts: readonly FixedPart[], material: TankMaterial): Fixing[] {
  const tanks = new Set(circuit.spaces.filter(space => space.kind === 'tank').map(space => space.id))
  const lines = circuit.spaces.filter(space => space.kind === 'line' && circuit.links.some(link => (link.from === space.id && tanks.has(link.to)) || (link.to === space.id && tanks.has(link.from))))
  const hoses = lines.map((space): Fixing => {
    const on = parts.filter(part => part.space === space.id)
    const carries = carried(space.name, on.map(part => part.family))
    const joints = circuit.links.filter(link => (link.from === space.id && tanks.has(link.to)) || (link.to === space.id && tanks.has(link.from)))
    const y = Math.min(...joints.map(link => link.at.y))
    return {
      key: `hose ${space.id}`, name: `${space.name}, tank end`, kind: 'hose', stage: carries === 'filling' || y >= TOP ? 'tank up' : 'lowered a little', carries,
      partId: on.find(part => ['return', 'pickup', 'coupling', 'filler hose', 'vent hose', 'vapour hose', 'feed', 'crossover', 'neck'].includes(part.family))?.id ?? null,
      forgotten: carries === 'vent' || carries === 'heater feed', needs: hoseNeeds(carries),
    }
  })
  const electric = parts.filter(part => ['sender', 'sensor', 'purge valve', 'canister vent valve'].includes(part.family))
  const wires = electric.map((part): Fixing => ({ key: `wire ${part.id}`, name: `Connector of the ${lower(part.name)}`, kind: 'wire', stage: stageOf(part), carries: null, partId: null, forgotten: part.family === 'sender', needs: { ...none, lock: true } }))
  const straps = parts.filter(part => part.family === 'wall' && /strap|cradle/i.test(part.name)).flatMap((part): Fixing[] => [1, 2].map(number => ({
    key: `strap ${part.id} ${number}`, name: `${/cradle/i.test(part.name) ? 'Cradle bolt' : 'Strap bolt'} ${number}${/left|right/i.exec(part.name) ? `, ${/left|right/i.exec(part.name)![0].toLowerCase()}` : ''}`, kind: 'strap', stage: 'tank up', carries: null, partId: part.id, forgotten: number === 2,
    needs: { ...none, renew: 'strap pad if it is worn', torque: 'maker’s figure; evenly, not more than snug without one' },
  })))
  const metal = material !== 'moulded polyethylene' && material !== 'composite'
  const neck = parts.find(part => part.family === 'neck' || part.family === 'filler hose' || part.family === 'cap')
  const ground: Fixing[] = metal || neck ? [{ key: 'ground', name: metal ? 'Ground strap of the tank' : 'Ground strap of the filler neck', kind: 'ground', stage: 'tank up', carries: null, partId: null, forgotten: true, needs: { ...none, orientation: false, torque: 'bright metal under it' } }] : []
  const clips = lines.length > 0 ? [{ key: 'clips', name: 'Clips that hold lines to the tank or frame', kind: 'clip' as const, stage: 'tank up' as const, carries: null, partId: null, forgotten: true, needs: { ...none, routing: true } }] : []
  const sender = parts.find(part => part.family === 'sender')
  const cover: Fixing[] = sender ? [{ key: 'cover', name: 'Cover over the sender, and the connector under it', kind: 'cover', stage: 'tank up', carries: null, partId: null, forgotten: true, needs: none }] : []
  return [...cover, ...ground, ...clips, ...hoses, ...wires, ...straps].sort((a, b) => reachStages.indexOf(a.stage) - reachStages.indexOf(b.stage) || fixingKinds.indexOf(a.kind) - fixingKinds.indexOf(b.kind))
}

/** Key and name of a hose's other end: it need not come off, and when it does the two belong together. */
export const otherEnd = (fixing: Pick<Fixing, 'key' | 'name'>): { key: string, name: string } => ({ key: `${fixing.key} far`, name: fixing.name.replace(/, tank end$/, ', other end') })

/** One step of taking a tank down: what comes off, or the tank itself moving. */
export type StripStep = { kind: 'fixing', fixing: Fixing } | { kind: 'lower', to: ReachStage, check: string }

const snags: Record<ReachStage, string> = {
  'tank up': 'Supported under its middle before the straps go; drained; nobody under it.',
  'lowered a little': 'Down a hand’s breadth and stop: look over the top for lines that tighten, reach in, take them off.',
  'tank down': 'Nothing catches on either side, the neck is clear, no line pulls; then down.',
}

/**
 * The order in which a tank comes down: what is reached while it is up, except the straps; support, straps, a little down; what is on top; then down.
 */
export function stripOrder(fixings: readonly Fixing[]): StripStep[] {
  const at = (stage: ReachStage, straps: boolean) => fixings.filter(fixing => fixing.stage === stage && (fixing.kind === 'strap') === straps).map((fixing): StripStep => ({ kind: 'fixing', fixing }))
  return [
    ...at('tank up', false), { kind: 'lower', to: 'tank up', check: snags['tank up'] }, ...at('tank up', true),
    { kind: 'lower', to: 'lowered a little', check: snags['lowered a little'] }, ...at('lowered a little', false), ...at('lowered a little', true),
    { kind: 'lower', to: 'tank down', check: snags['tank down'] }, ...at('tank down', false),
  ]
}

/** The same the other way round: what is on top goes on while the tank hangs a hand's breadth low, then straps, then the rest. */
export function rebuildOrder(fixings: readonly Fixing[]): StripStep[] {
  const raise: Record<ReachStage, string> = {
    'tank down': 'Up to a hand’s breadth below its place, on two points; nothing trapped between tank and floor.',
    'lowered a little': 'Look over the top once more: every line on, locked, with slack. Then up, straps in.',
    'tank up': 'It sits on its pads, straps even; then the support goes.',
  }
  return stripOrder(fixings).reverse().map(step => (step.kind === 'lower' ? { ...step, check: raise[step.to] } : step))
}
