import { latestFind } from '#shared/jobEntries'
import type { Ledger } from '#core/ledger/deriveLedger'
import type { JobView } from '#shared/views'
import type { MapLeak } from '~/components/house/TankMap.vue'

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
