import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'

export const newTankParts = ['before it goes in', 'what moves across', 'old fuel', 'first fill'] as const
type NewTankPart = (typeof newTankParts)[number]

/** Something to check, carry across or fill as a new tank goes in, or one is opened for good. */
export interface NewTankCheck {
  key: string
  part: NewTankPart
  title: string
  why: string
  source: SourceKey
}

const check = (key: string, part: NewTankPart, title: string, why: string): NewTankCheck => ({
  key,
  part,
  title,
  why,
  source: 'trade practice',
})

const rows: readonly NewTankCheck[] = [
  check(
    'ports',
    'before it goes in',
    'Ports against the old one: place, size, direction',
    'a hose that does not reach kinks, and a port that is not there is found last',
  ),
  check('stop', 'before it goes in', 'Stop mark of the sender ring', 'a ring past its stop or short of it leaks at the brim'),
  check(
    'seal',
    'before it goes in',
    'Sender seal soap-tested on the bench',
    'on the bench it is a minute, in the craft half a day',
  ),
  check(
    'float',
    'before it goes in',
    'Float free, its ohms swept from end to end',
    'a float that touches a baffle reads half full for ever',
  ),
  check('inlet', 'before it goes in', 'Inlet valve the right way round', 'the wrong way it will not fill, or splashes back'),
  check(
    'threads',
    'before it goes in',
    'Thread by thread: form and size',
    'parallel, taper, metric and flare look alike and do not seal with each other',
  ),
  check('sender', 'what moves across', 'Sender or pump, with a new seal', 'its old seal has taken the shape of the old tank'),
  check('valves', 'what moves across', 'Valves, each with its arrow', 'a valve the wrong way shuts the vent'),
  check('straps', 'what moves across', 'Straps, with sound bolts', 'a bolt that breaks on the way up drops the tank'),
  check('pads', 'what moves across', 'Pads that hold no water', 'the strap line is where the old one rusted'),
  check('shields', 'what moves across', 'Heat and stone shields', 'they are left on the bench more often than any other part'),
  check(
    'ground',
    'what moves across',
    'Ground strap, bare metal to bare metal',
    'a tank that is not grounded sparks at the nozzle, and its gauge lies',
  ),
  check(
    'fuel',
    'old fuel',
    'Old fuel: kept, filtered or disposed of',
    'what rusted the old tank is in it; say what became of it',
  ),
  check('quarter', 'first fill', 'A quarter: look under it, read the gauge', 'low joints show first'),
  check('half', 'first fill', 'Half: look again, read the gauge against the litres', 'seams and side joints'),
  check('three-quarters', 'first fill', 'Three quarters: look again', 'high on the sides'),
  check(
    'click-off',
    'first fill',
    'To click-off: the nozzle stops by itself, nothing wet on top',
    'sender, vent and neck are under fuel only now',
  ),
  check('gauge', 'first fill', 'Gauge against litres: empty, half, full', 'a gauge that lies strands people'),
]

/** What is checked of a new tank, in the order of the work. */
export const newTankChecks = known(
  'Checks of a new tank',
  rows,
  row => row.key,
  (): Bounds => ({}),
)
