import type { PartFamily } from '../../circuit/boundary'
import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'
import type { DefectKind, DefectMaterial } from '../defect/defect'
import type { RepairMethodKey } from '../method/repairMethods'

/** A question over which the trade has schools: what each takes, in the order in which it is taken where it can work. */
export interface School {
  key: string
  question: string
  source: SourceKey
  what: readonly DefectKind[]
  /** anything when absent */
  materials?: readonly DefectMaterial[]
  families?: readonly PartFamily[]
  /** what moves counts otherwise */
  moves?: boolean
  /** a method is passed over that came back on this leak before, or that lacks what it needs to be the default */
  order: readonly { method: RepairMethodKey; untried?: boolean; fewPinholes?: boolean }[]
  why: string
}

const hoses: readonly PartFamily[] = ['filler hose', 'vent hose', 'vapour hose', 'hose', 'feed', 'return', 'crossover']
const plastics: readonly DefectMaterial[] = ['polyethylene', 'layered plastic', 'nylon', 'composite']

const rows: readonly School[] = [
  {
    key: 'seal',
    question: 'a seal that leaks',
    source: 'trade practice',
    what: ['seal'],
    order: [{ method: 'renew-seal' }, { method: 'renew-part' }],
    why: 'a seal that leaked once is renewed, not squeezed harder',
  },
  {
    key: 'hose',
    question: 'a hose or its clamp',
    source: 'trade practice',
    what: ['hose', 'clamp'],
    order: [{ method: 'renew-hose' }, { method: 'sleeve-neck' }, { method: 'renew-part' }],
    why: 'a band on a pressure hose, never two worm drives side by side',
  },
  {
    key: 'hose-thread',
    question: 'a union that does not seal',
    source: 'trade practice',
    what: ['thread'],
    families: hoses,
    order: [{ method: 'renew-hose' }, { method: 'renew-part' }],
    why: 'mating parts match in size and thread form, or they do not seal',
  },
  {
    key: 'thread',
    question: 'a thread or screw that weeps',
    source: 'trade practice',
    what: ['thread'],
    order: [{ method: 'faying' }, { method: 'renew-seal' }, { method: 'renew-part' }],
    why: 'bedded wet it fills what tightening does not close',
  },
  {
    key: 'connector',
    question: 'a connector that leaks',
    source: 'trade practice',
    what: ['connector'],
    order: [{ method: 'renew-part' }, { method: 'renew-hose' }, { method: 'renew-seal' }],
    why: 'a cracked or worn connector is cheap, and does not mend',
  },
  {
    key: 'rivet-moves',
    question: 'a fastener that moves',
    source: 'trade practice',
    what: ['rivet'],
    moves: true,
    order: [{ method: 'faying' }, { method: 'fillet' }],
    why: 'a fastener that works breaks any sealant: it is renewed, wet',
  },
  {
    key: 'rivet',
    question: 'a weeping rivet or fillet on a closed tank: wick from outside, or open and fillet',
    source: 'trade practice',
    what: ['rivet', 'fillet'],
    order: [{ method: 'wick', untried: true }, { method: 'fillet' }, { method: 'faying' }],
    why: 'wick once, as a trial with repeat tests over days; if it returns, open it',
  },
  {
    key: 'lining',
    question: 'an open fabricated cell',
    source: 'trade practice',
    what: ['seam', 'crack', 'rubbed', 'pinholes'],
    families: ['lining'],
    order: [{ method: 'poured-lining' }, { method: 'renew-tank' }],
    why: 'all faces can be reached and levelled, one after the other',
  },
  {
    key: 'rust',
    question: 'a rusted or pitted metal tank: renew, patch outside, liner, licensed weld',
    source: 'trade practice',
    what: ['pinholes', 'rubbed', 'gnawed'],
    materials: ['steel', 'aluminium', 'stainless steel'],
    order: [{ method: 'liner', fewPinholes: true }, { method: 'renew-tank' }, { method: 'hot-work' }, { method: 'patch' }],
    why: 'a liner only where pinholes are few, every face is wetted and cleaning is perfect; else renew, since one hole is rarely the last',
  },
  {
    key: 'seam',
    question: 'a metal seam that weeps',
    source: 'trade practice',
    what: ['seam'],
    materials: ['steel', 'aluminium', 'stainless steel'],
    order: [{ method: 'fillet' }, { method: 'liner' }, { method: 'hot-work' }, { method: 'renew-tank' }],
    why: 'from inside, where fuel presses the sealant on and not off',
  },
  {
    key: 'metal-crack',
    question: 'a cracked weld or wall of metal',
    source: 'trade practice',
    what: ['crack', 'weld'],
    materials: ['steel', 'aluminium', 'stainless steel'],
    order: [{ method: 'renew-part' }, { method: 'hot-work' }, { method: 'renew-tank' }],
    why: 'a crack runs on under anything that is only put over it',
  },
  {
    key: 'plastic',
    question: 'cracked, rubbed or gnawed plastic: weld with parent plastic, or renew',
    source: 'trade practice',
    what: ['crack', 'gnawed', 'rubbed', 'seam', 'weld', 'pinholes'],
    materials: plastics,
    order: [{ method: 'plastic-weld' }, { method: 'renew-part' }, { method: 'renew-tank' }],
    why: 'weld only polyethylene of known type with a V down to sound wall; renew near seams and mounts, and on anything that carries people by air',
  },
  {
    key: 'neck',
    question: 'an uneven moulded neck: dress and sleeve, or renew',
    source: 'trade practice',
    what: ['neck'],
    order: [{ method: 'sleeve-neck' }, { method: 'renew-hose' }],
    why: 'an even band closes what a worm drive cannot',
  },
  {
    key: 'drilled',
    question: 'a fitting drilled in by somebody: proper bulkhead fitting, or adhesive',
    source: 'trade practice',
    what: ['drilled'],
    order: [{ method: 'bulkhead-fitting' }, { method: 'faying' }, { method: 'hot-work' }],
    why: 'a proper fitting; adhesive is temporary and dated',
  },
]

/** The trade's schools by question, the particular before the general. */
export const schools = known(
  'Schools',
  rows,
  row => row.key,
  (row): Bounds => ({ order: [row.order.length, 1, 9] }),
)
