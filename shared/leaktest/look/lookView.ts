import type { LookMethodKey } from '../../../core/leaktest/look/lookMethods'
import type { WetLookKey } from '../../../core/leaktest/wet/wetLooks'
import type { TestViewOf } from '../testView'
import type { lookMarks, lookShows } from './lookForm'

/** Drops, m3/s of liquid, or bubbles, Pa·m3/s of gas, as they were counted. */
export interface CountedLook {
  partId: string
  of: 'drops' | 'bubbles'
  count: number
  seconds: number
  likely: number
  low: number
  high: number
  at: number
}

export interface LookView extends TestViewOf<'look'> {
  method: LookMethodKey
  way: WetLookKey | null
  tilt: number | null
  distance: number | null
  simulated: boolean
  marks: {
    partId: string
    mark: (typeof lookMarks)[number] | (typeof lookShows)[number] | 'not watched'
    at: number
    watched: number
  }[]
  counts: CountedLook[]
}
