import { lowerFirst } from '../words/words'
import type { PartFamily, PartShape, PartTrait } from './boundary'
import type { Circuit, LineCargo, Link } from './circuit'
import type { TankMaterial } from './kinds/tankKind'
import { nearestOnPart } from './placeOnPart'

/** What holds a tank in its place or leads to it, and comes off when the tank does. */
const fixingKinds = ['hose', 'wire', 'ground', 'strap', 'clip', 'cover'] as const
type FixingKind = (typeof fixingKinds)[number]

/** When it can be reached: with the tank still up, after it was lowered a hand's breadth, or only when it is down. */
export const reachStages = ['tank up', 'lowered a little', 'tank down'] as const
export type ReachStage = (typeof reachStages)[number]

/** What refitting it needs. */
interface RefitNeeds {
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
  carries: LineCargo | null
  /** parts of the boundary that are disturbed with it: what it seals to, and its own near end */
  partIds: readonly string[]
  /** it sits away from the tank, and comes off only when what it is on does */
  away: boolean
  /** people forget it */
  forgotten: boolean
  needs: RefitNeeds
}

interface FixedPart {
  id: string
  name: string
  family: PartFamily
  shape: PartShape
  space: string | null
  link: string | null
  trait: PartTrait | null
}

const none: RefitNeeds = { renew: null, lubricant: null, lock: false, orientation: false, routing: false, torque: null }
const middleY = ({ shape }: FixedPart) => (shape.at === 'point' ? shape.y : (shape.y1 + shape.y2) / 2)
/** What sits on the upper side is only reached when the tank has come down a little. */
const TOP = 150
const stageOf = (part: FixedPart): ReachStage => (middleY(part) < TOP ? 'lowered a little' : 'tank up')

/** What a line ends in or is pushed onto; seams and walls are not disturbed when it comes off. */
const joints: readonly PartFamily[] = [
  'neck',
  'filler hose',
  'vent hose',
  'vapour hose',
  'vent valve',
  'pickup',
  'feed',
  'return',
  'crossover',
  'selector',
  'tap',
  'coupling',
  'standpipe',
  'fitting',
  'hose',
  'valve',
]
/** So near to where a line joins a tank a part of the line, or of the tank, is that joint: units of the map. */
const NEAR_ON_LINE = 60,
  NEAR_ON_TANK = 25

/**
 * Parts that lose their seal when a line is taken off its tank: the valve or fitting it sits on, and the end of the line
 * itself.
 */
function disturbedAt(
  links: readonly Link[],
  lineId: string,
  tanks: ReadonlySet<string>,
  parts: readonly FixedPart[],
): string[] {
  const away = ({ shape }: FixedPart) =>
    Math.min(
      ...links.map(({ at }) => {
        const place = shape.at === 'point' ? shape : nearestOnPart(shape, at)
        return Math.hypot(place.x - at.x, place.y - at.y)
      }),
    )
  const mayBe = parts.filter(part => joints.includes(part.family))
  const onLine = mayBe.filter(part => part.space === lineId).sort((a, b) => away(a) - away(b))
  const near = onLine.filter((part, i) => i === 0 || away(part) <= NEAR_ON_LINE)
  const onTank = mayBe.filter(
    part =>
      links.some(link => link.id === part.link) || (part.space !== null && tanks.has(part.space) && away(part) <= NEAR_ON_TANK),
  )
  return [...new Set([...onTank, ...near].map(part => part.id))]
}

const hoseNeeds = (carries: LineCargo): RefitNeeds => ({
  ...none,
  renew: 'clamp',
  routing: true,
  lubricant: carries === 'filling' ? 'fuel-safe rubber lubricant, no silicone' : null,
  lock: carries === 'feed' || carries === 'return',
  orientation: carries === 'vent' || carries === 'vapour',
})

/** The usual of what comes off: reached with the tank up, disturbs no part, needs nothing when it goes on. */
const fixing = (its: Pick<Fixing, 'key' | 'name' | 'kind'> & Partial<Fixing>): Fixing => ({
  stage: 'tank up',
  carries: null,
  partIds: [],
  away: false,
  forgotten: false,
  needs: none,
  ...its,
})

/** What joins a line to a tank. */
const linksToTank = (circuit: Circuit, lineId: string, tanks: ReadonlySet<string>): Link[] =>
  circuit.links.filter(link => (link.from === lineId && tanks.has(link.to)) || (link.to === lineId && tanks.has(link.from)))

function hoseOf(
  line: Circuit['spaces'][number],
  links: readonly Link[],
  tanks: ReadonlySet<string>,
  parts: readonly FixedPart[],
): Fixing {
  const carries = line.carries ?? 'feed'
  const y = Math.min(...links.map(link => link.at.y))
  return fixing({
    key: `hose ${line.id}`,
    name: `${line.name}, tank end`,
    kind: 'hose',
    stage: carries === 'filling' || y >= TOP ? 'tank up' : 'lowered a little',
    carries,
    partIds: disturbedAt(links, line.id, tanks, parts),
    forgotten: carries === 'vent' || carries === 'heater feed',
    needs: hoseNeeds(carries),
  })
}

const wiredFamilies: readonly PartFamily[] = ['sender', 'sensor', 'purge valve', 'canister vent valve']

const wiresOf = (parts: readonly FixedPart[], tanks: ReadonlySet<string>): Fixing[] =>
  parts
    .filter(part => wiredFamilies.includes(part.family) && part.trait !== 'mechanical')
    .map(part => {
      const away = part.space !== null && !tanks.has(part.space)
      return fixing({
        key: `wire ${part.id}`,
        name: `Connector of the ${lowerFirst(part.name)}`,
        kind: 'wire',
        stage: away ? 'tank up' : stageOf(part),
        away,
        forgotten: part.family === 'sender',
        needs: { ...none, lock: true },
      })
    })

function strapsOf(parts: readonly FixedPart[]): Fixing[] {
  const borne = parts.filter(part => part.trait === 'strap' || part.trait === 'cradle')
  const which = (part: FixedPart) => (borne.length > 1 ? `, ${lowerFirst(part.name)}` : '')
  return borne.flatMap(part =>
    [1, 2].map(number =>
      fixing({
        key: `strap ${part.id} ${number}`,
        name: `${part.trait === 'cradle' ? 'Cradle bolt' : 'Strap bolt'} ${number}${which(part)}`,
        kind: 'strap',
        partIds: [part.id],
        forgotten: number === 2,
        needs: { ...none, renew: 'strap pad if it is worn', torque: 'maker’s figure; evenly, not more than snug without one' },
      }),
    ),
  )
}

/** A ground strap: of a tank of metal, or of the neck of one that is filled through metal. */
function groundOf(parts: readonly FixedPart[], material: TankMaterial): Fixing[] {
  const metal = material !== 'moulded polyethylene' && material !== 'composite'
  const neck = parts.some(part => part.family === 'neck' || part.family === 'filler hose')
  if (!metal && !neck) return []
  const name = metal ? 'Ground strap of the tank' : 'Ground strap of the filler neck'
  return [fixing({ key: 'ground', name, kind: 'ground', forgotten: true, needs: { ...none, torque: 'bright metal under it' } })]
}

const clips = fixing({
  key: 'clips',
  name: 'Clips that hold lines to the tank or frame',
  kind: 'clip',
  forgotten: true,
  needs: { ...none, routing: true },
})
const cover = fixing({
  key: 'cover',
  name: 'Cover over the sender, and the connector under it',
  kind: 'cover',
  forgotten: true,
})

/**
 * Everything that must come off for this tank to come down, and go on again: every line that joins the tank, every wire of what
 * is electric on it, its straps with their bolts, its ground strap where it is metal or filled through metal, and what people
 * forget. Drawn up from the circuit, so that a line which was added to the map is on it. Source: general trade practice.
 */
export function fixingsOf(circuit: Circuit, parts: readonly FixedPart[], material: TankMaterial): Fixing[] {
  const tanks = new Set(circuit.spaces.filter(space => space.kind === 'tank').map(space => space.id))
  const hoses = circuit.spaces.flatMap(space => {
    const links = space.kind === 'line' ? linksToTank(circuit, space.id, tanks) : []
    return links.length > 0 ? [hoseOf(space, links, tanks, parts)] : []
  })
  const covered = parts.some(part => part.family === 'sender' && part.trait !== 'mechanical')
  return [
    ...(covered ? [cover] : []),
    ...groundOf(parts, material),
    ...(hoses.length > 0 ? [clips] : []),
    ...hoses,
    ...wiresOf(parts, tanks),
    ...strapsOf(parts),
  ].sort(
    (a, b) =>
      reachStages.indexOf(a.stage) - reachStages.indexOf(b.stage) ||
      Number(a.away) - Number(b.away) ||
      fixingKinds.indexOf(a.kind) - fixingKinds.indexOf(b.kind),
  )
}

/** Key and name of a hose's other end: it need not come off, and when it does the two belong together. */
export const otherEnd = (fixing: Pick<Fixing, 'key' | 'name'>): { key: string; name: string } => ({
  key: `${fixing.key} far`,
  name: fixing.name.replace(/, tank end$/, ', other end'),
})

/**
 * Parts of the boundary that lose their evidence when this comes off or goes on: of a hose's other end every part of its line,
 * since the line is moved in its whole length.
 * @param key of a fixing, or of a hose's other end
 */
export function partsDisturbedBy(
  key: string,
  fixings: readonly Fixing[],
  parts: readonly Pick<FixedPart, 'id' | 'family' | 'space'>[],
): string[] {
  const near = fixings.find(fixing => fixing.key === key)
  if (near) return [...near.partIds]
  const far = fixings.find(fixing => fixing.kind === 'hose' && otherEnd(fixing).key === key)
  return far ? parts.filter(part => `hose ${part.space}` === far.key && joints.includes(part.family)).map(part => part.id) : []
}

/** One step of taking a tank down: what comes off, or the tank itself moving. */
export type StripStep = { kind: 'fixing'; fixing: Fixing } | { kind: 'lower'; to: ReachStage; check: string }

const snags: Record<ReachStage, string> = {
  'tank up': 'Supported under its middle before the straps go; drained; nobody under it.',
  'lowered a little': 'Down a hand’s breadth and stop: look over the top for lines that tighten, reach in, take them off.',
  'tank down': 'Nothing catches on either side, the neck is clear, no line pulls; then down.',
}

/**
 * The order in which a tank comes down: what is reached while it is up, except the straps; support, straps, a little down; what
 * is on top; then down.
 */
export function stripOrder(fixings: readonly Fixing[]): StripStep[] {
  const at = (stage: ReachStage, straps: boolean) =>
    fixings
      .filter(fixing => fixing.stage === stage && (fixing.kind === 'strap') === straps)
      .map((fixing): StripStep => ({ kind: 'fixing', fixing }))
  return [
    ...at('tank up', false),
    { kind: 'lower', to: 'tank up', check: snags['tank up'] },
    ...at('tank up', true),
    { kind: 'lower', to: 'lowered a little', check: snags['lowered a little'] },
    ...at('lowered a little', false),
    ...at('lowered a little', true),
    { kind: 'lower', to: 'tank down', check: snags['tank down'] },
    ...at('tank down', false),
  ]
}

/** What has to be off before the tank moves at a step of its order, and is not: it would catch, tighten or tear. */
export function stillOn(steps: readonly StripStep[], to: ReachStage, isOff: (key: string) => boolean): Fixing[] {
  const move = steps.findIndex(step => step.kind === 'lower' && step.to === to)
  return steps
    .slice(0, move)
    .flatMap(step => (step.kind === 'fixing' && !step.fixing.away && !isOff(step.fixing.key) ? [step.fixing] : []))
}

/** The same the other way round: what is on top goes on while the tank hangs a hand's breadth low, then straps, then the rest. */
export function rebuildOrder(fixings: readonly Fixing[]): StripStep[] {
  const raise: Record<ReachStage, string> = {
    'tank down': 'Up to a hand’s breadth below its place, on two points; nothing trapped between tank and floor.',
    'lowered a little': 'Look over the top once more: every line on, locked, with slack. Then up, straps in.',
    'tank up': 'It sits on its pads, straps even; then the support goes.',
  }
  return stripOrder(fixings)
    .reverse()
    .map(step => (step.kind === 'lower' ? { ...step, check: raise[step.to] } : step))
}
