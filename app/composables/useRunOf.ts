import { openRuns, repairOfRun, runOfJob } from '#shared/repair/runView'
import type { RunKind } from '#core/record/runKinds'
import type { RunFacts } from '#shared/record/kinds/runActs'
import type { RunEntryView } from '#shared/record/kinds/runActs'
import type { RunView } from '#shared/record/kinds/run'

const runEntryWords: Record<RunKind, string> = {
  tick: 'A tick in the repair',
  mix: 'A mix',
  vacuum: 'A reading of the column',
  done: 'The end of a stage',
  skip: 'A stage that was skipped',
  back: 'Going back a stage',
  mishap: 'What went wrong',
  pause: 'The pause of the repair',
  resume: 'Going on with the repair',
  abandon: 'Giving the repair up',
  speed: 'The practice clock',
}

/**
 * A repair that is made stage by stage, as it stands now: with what was tapped here and is still on its way.
 * @param asked its id, or `now` for the one that is under way
 */
export function useRunOf(jobId: string, asked: string) {
  const { job, error, refresh, now } = useJob(jobId)
  const queue = useEntryQueue()
  const session = useSession()
  const runId = computed(() => {
    if (asked !== 'now' || !job.value) return asked
    return openRuns(job.value, Date.now()).at(-1)?.id ?? job.value.runs.at(-1)?.id ?? asked
  })
  const at = `jobs/${jobId}/entries/run-`
  const waiting = computed(() => queue.waiting.filter(each => each.path.startsWith(at) && each.body.runId === runId.value))
  const run = computed((): RunView | null => {
    const kept = job.value?.runs.find(each => each.id === runId.value)
    if (!kept) return null
    const known = new Set(kept.entries.map(entry => entry.id))
    const last = Math.max(kept.at, ...kept.entries.map(entry => entry.at))
    const onTheirWay = waiting.value
      .filter(each => !known.has(each.id))
      .map((each): RunEntryView => ({
        id: each.id,
        kind: each.path.slice(at.length) as RunKind,
        facts: each.body as unknown as RunFacts,
        by: session.person?.name ?? '',
        at: Math.max(last, each.made),
      }))
    return onTheirWay.length > 0 ? { ...kept, entries: [...kept.entries, ...onTheirWay] } : kept
  })
  const state = computed(() => (job.value && run.value ? runOfJob(job.value, run.value, now.value) : null))
  const repair = computed(() => (job.value ? repairOfRun(job.value, runId.value) : null))
  const record = (kind: RunKind, facts: object = {}) =>
    queue.add({
      jobId,
      path: at + kind,
      body: { id: newId(), runId: runId.value, ...facts },
      words: runEntryWords[kind],
      timed: true,
      chain: runId.value,
    })
  /** Sentences beside the fields of what was refused. */
  const fields = computed(() => (queue.refused?.path.startsWith(at) ? queue.refused.fields : {}))
  return { job, error, refresh, now, run, state, repair, record, fields }
}
