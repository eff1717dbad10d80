import { latestFind } from '#shared/jobEntries'
import type { Ledger } from '#core/ledger/deriveLedger'
import type { JobView } from '#shared/views'
import { lowerFirst } from './lowerFirst'
import { leakLook, type StateLook } from './stateLooks'

/** A leak between its two hash marks, on a map of 1000 by 360. */
export interface MapLeak {
  id: string
  number: number
  look: StateLook
  label: string
  x1: number
  y1: number
  x2: number
  y2: number
}

/** A job's leaks as its map draws them. */
export function mapLeaks(job: JobView, ledger: Ledger): MapLeak[] {
  return ledger.leaks.flatMap(({ id, state }) => {
    const leak = job.leaks.find(each => each.id === id)
    const find = latestFind(job.finds, id)
    const part = job.parts.find(each => each.id === leak?.partId)
    return leak && find && part
      ? [
          {
            id,
            number: leak.number,
            look: leakLook(state),
            label: `${leak.number} · ${lowerFirst(part.name)}, ${state}`,
            x1: find.x1,
            y1: find.y1,
            x2: find.x2,
            y2: find.y2,
          },
        ]
      : []
  })
}
