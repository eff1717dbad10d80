import { openRuns, repairOfRun, runOfJob } from '#shared/repair/runView'
import type { RunFacts, RunKind } from '#shared/repair/runEntries'
import type { RunEntryView, RunView } from '#shared/views'

/**
 * A repair that is made stage by stage, as it stands now: with what was tapped here and is still on its way.
 * @param asked its id, or `now` for the one that is under way
 */
export function useRunOf(jobId: string, asked: string) {
  const { job, error, refresh, take, now } = useJob(jobId)
  const queue = useRunQueue()
  const session = useSession()
  queue.on(take)
  const runId = computed(() => {
    if (asked !== 'now' || !job.value) return asked
    return openRuns(job.value, Date.now()).at(-1)?.id ?? job.value.runs.at(-1)?.id ?? asked
  })
  const waiting = computed(() => queue.waiting.filter(each => each.runId === runId.value))
  const run = computed((): RunView | null => {
    const kept = job.value?.runs.find(each => each.id === runId.value)
    if (!kept) return null
    const known = new Set(kept.entries.map(entry => entry.id))
    const last = Math.max(kept.at, ...kept.entries.map(entry => entry.at))
    const onTheirWay = waiting.value
      .filter(each => !known.has(each.id))
      .map((each): RunEntryView => ({
        id: each.id,
        kind: each.kind,
        facts: each.facts as RunFacts,
        by: session.person?.name ?? '',
        at: Math.max(last, each.tappedAt),
      }))
    return onTheirWay.length > 0 ? { ...kept, entries: [...kept.entries, ...onTheirWay] } : kept
  })
  const state = computed(() => (job.value && run.value ? runOfJob(job.value, run.value, now.value) : null))
  const repair = computed(() => (job.value ? repairOfRun(job.value, runId.value) : null))
  const record = (kind: RunKind, facts: object = {}) => queue.add(runId.value, kind, facts)
  return { job, error, refresh, now, run, state, repair, record, queue }
}
