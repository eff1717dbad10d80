import { causeOf } from '#core/complaint/causes'
import { nextChecks } from '#core/complaint/nextCheck'
import { suspectsOf, type Suspects } from '#core/complaint/suspects'
import { situationOf } from '#shared/situation'
import type { JobView, SimilarJob } from '#shared/views'

/** Does a piece of work and leaves how long it took in the browser's own timeline. */
function timed<T>(name: string, work: () => T): T {
  const start = performance.now()
  const result = work()
  performance.measure(name, { start, end: performance.now() })
  return result
}

/** Suspects and next checks of a job, with the shop's own outcomes when they are wanted; ranked anew with each answer. */
export function useNarrowing(job: Ref<JobView | null>, jobId: string) {
  const session = useSession()
  const { value: similar } = useRefreshed(
    () => callApi<SimilarJob[]>(`jobs/${jobId}/similar`),
    notice => notice.topics.includes('narrowing'),
  )
  const usesOwn = computed({
    get: () => session.preferences.ownOutcomes ?? true,
    set: on => void session.prefer({ ownOutcomes: on }),
  })
  const counts = computed(() => {
    const all: Record<string, number> = {}
    for (const past of similar.value ?? []) for (const { cause } of past.causes) all[cause] = (all[cause] ?? 0) + 1
    return all
  })
  const began = Math.floor(Date.now() / 3_600_000) * 3_600_000
  const situation = computed(() => job.value && situationOf(job.value, began, usesOwn.value ? counts.value : {}))
  const suspects = computed(() => situation.value && timed('suspects', () => suspectsOf(situation.value!)))
  const checks = computed(() => suspects.value && timed('next checks', () => nextChecks(situation.value!, suspects.value!)))
  /** What the weights would be without the shop's own jobs, to show how far they move them. */
  const withoutOwn = computed(() =>
    job.value && usesOwn.value && Object.keys(counts.value).length > 0 ? suspectsOf(situationOf(job.value, began)) : null,
  )

  const moved = ref<string | null>(null)
  let before: Suspects | null = null
  watch(suspects, now => {
    if (now && before) moved.value = moveSentence(before, now) ?? moved.value
    before = now
  })
  return { similar, usesOwn, situation, suspects, checks, withoutOwn, moved }
}

/** The largest move of a cause between two rankings, in a sentence; null when nothing moved by a per cent. */
function moveSentence(before: Suspects, now: Suspects): string | null {
  const moves = now.list.map(suspect => ({
    suspect,
    by: suspect.chance - (before.list.find(each => each.cause.key === suspect.cause.key)?.chance ?? 0),
  }))
  const most = moves.sort((a, b) => Math.abs(b.by) - Math.abs(a.by))[0]
  if (!most || Math.abs(most.by) < 0.01) return null
  const { suspect, by } = most
  const first = now.list[0]!
  const leads =
    first.cause.key === suspect.cause.key
      ? 'It is likeliest now.'
      : `${first.cause.name} is likeliest now, ${chanceText(first.chance)}.`
  return `${causeOf(suspect.cause.key).name} ${by > 0 ? 'rose' : 'fell'} from ${chanceText(suspect.chance - by)} to ${chanceText(suspect.chance)}. ${leads}`
}
