import { readFlowTube } from '../../../core/leaktest/flowtube/flowTube'
import { isSmokeFind, SMOKE_SMALLEST_SEEN, smokeStanding } from '../../../core/leaktest/smoke/smoke'
import { feltIn, mapAt, type MappedJob } from '../felt'
import { limitsReached } from '../limitsReached'
import { lookOf } from '../ledgerOf'
import { saidBy, type JobOfTest, type TestDescriptor } from '../testDescriptor'
import { setupOf } from '../testView'
import { smokeEventSchema, smokeSchema, smokeShows } from './smokeForm'
import type { SmokeView } from './smokeView'

/** Where a smoke test of a job stands. */
export function smokeOn(job: MappedJob, smoke: SmokeView) {
  const { circuit, parts } = mapAt(job, smoke.startedAt)
  return smokeStanding(circuit, parts, setupOf(smoke), smoke.events)
}

/** What the tube of a smoke test says with the circuit as it is, null when it was not read or lets out to the open. */
export function smokeFlowOn(job: JobOfTest, smoke: SmokeView) {
  const standing = smokeOn(job, smoke)
  if (!standing.flow || standing.reach.escapes.length > 0) return null
  const { acceptance } = job
  const limits = limitsReached(job, smoke)
  const strictest = Math.min(...standing.provenParts.map(partId => limits.get(partId) ?? acceptance))
  return {
    ...readFlowTube(smoke.tube, standing.flow.reading, smoke.own, standing.setup.pressure, { limit: acceptance, strictest }),
    at: standing.flow.at,
    reached: standing.provenParts,
  }
}
/** Where a smoke test stands, and what its tube said. */
export type SmokeState = ReturnType<typeof smokeOn>
export type SmokeFlow = NonNullable<ReturnType<typeof smokeFlowOn>>

export const smokeTest: TestDescriptor<SmokeView> = {
  schema: smokeSchema,
  entries: {
    event: { schema: smokeEventSchema, summary: 'A valve switched, a far end looked at, the tube read, a part looked at' },
  },
  shows: smokeShows,
  runs: smoke => smoke.stoppedAt === null,
  isSimulated: smoke => smoke.simulated,
  measured: () => null,
  /** Once it is off: looks at parts where smoke was proven to be, and what its tube measured over them. */
  ledger: (smoke, job) => {
    if (smoke.stoppedAt === null) return []
    const marks = smokeOn(job, smoke).marks.map(({ partId, mark, at }) => ({
      partId,
      at,
      mark: isSmokeFind(mark) ? ('bubbles' as const) : ('dry' as const),
    }))
    const flow = smokeFlowOn(job, smoke)
    const felt = feltIn(job, smoke)
    return [
      lookOf(smoke, job, marks, SMOKE_SMALLEST_SEEN),
      ...(flow
        ? [
            {
              says: 'rate' as const,
              id: `${smoke.id} flow`,
              kind: smoke.kind,
              name: `Flow tube ${smoke.number}`,
              begin: smoke.startedAt,
              end: flow.at,
              pressure: smoke.pressure,
              felt: new Map([...felt].filter(([partId]) => flow.reached.includes(partId))),
              bounds: { above95: flow.above95, below95: flow.below95, belowZero: flow.belowZero },
              smallestSeen: flow.smallestSeen,
            },
          ]
        : []),
    ]
  },
  word: (smoke, job) => {
    const { provenParts, marks } = smokeOn(job, smoke)
    return {
      reached: provenParts,
      says: saidBy(smokeFlowOn(job, smoke), job),
      dry: marks.filter(mark => !isSmokeFind(mark.mark)).map(mark => mark.partId),
    }
  },
}
