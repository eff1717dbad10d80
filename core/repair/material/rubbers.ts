import { known, type Bounds } from '../../knowledge/known'
import type { SourceKey } from '../../knowledge/sources'
import type { FuelKey } from '../../fuel/fuels'

const rubberKeys = ['nitrile', 'fluorocarbon', 'fluorosilicone', 'epdm', 'natural', 'silicone'] as const
type RubberKey = (typeof rubberKeys)[number]

/** A rubber of seals and hoses, and the fuels that it stands. */
export interface Rubber {
  key: RubberKey
  name: string
  source: SourceKey
  fuels: readonly FuelKey[]
  why: string
  /** °C below which it is too stiff to seal */
  coldest: number
}

const rows: readonly Rubber[] = [
  {
    key: 'nitrile',
    name: 'Nitrile',
    source: 'trade practice',
    fuels: ['petrol', 'diesel', 'avgas', 'jet'],
    why: 'the usual rubber for fuel; alcohol swells it',
    coldest: -30,
  },
  {
    key: 'fluorocarbon',
    name: 'Fluorocarbon',
    source: 'trade practice',
    fuels: ['petrol', 'e85', 'diesel', 'avgas', 'jet'],
    why: 'stands alcohol and aromatics; stiff in the cold',
    coldest: -15,
  },
  {
    key: 'fluorosilicone',
    name: 'Fluorosilicone',
    source: 'trade practice',
    fuels: ['petrol', 'diesel', 'avgas', 'jet'],
    why: 'seals in the cold; tears easily, for seals that do not move',
    coldest: -55,
  },
  { key: 'epdm', name: 'EPDM', source: 'trade practice', fuels: [], why: 'fuel dissolves it', coldest: -45 },
  { key: 'natural', name: 'Natural rubber', source: 'trade practice', fuels: [], why: 'fuel dissolves it', coldest: -45 },
  { key: 'silicone', name: 'Silicone', source: 'trade practice', fuels: [], why: 'fuel swells it', coldest: -55 },
]

/** Rubbers of seals; what the maker of the seal says wins. */
export const rubbers = known(
  'Rubbers',
  rows,
  row => row.key,
  (row): Bounds => ({ coldest: [row.coldest, -70, 0] }),
  rubberKeys,
)
