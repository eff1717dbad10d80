import { isJobAspect, touchesJob } from '#shared/changes'
import { jobStanding } from '#shared/jobEntries'
import type { JobView } from '#shared/views'

/** A job as it stands now, kept fresh, with what the ledger derives from it. */
export function useJob(id: string) {
  const now = useClock()
  const {
    value: job,
    error,
    refresh,
  } = useRefreshed(
    async (before: JobView | null, changed) => {
      const aspects = [...new Set(changed?.flatMap(notice => notice.topics).filter(isJobAspect))]
      if (!before || aspects.length === 0) return callApi<JobView>(`jobs/${id}`)
      return { ...before, ...(await callApi<Partial<JobView>>(`jobs/${id}?aspects=${aspects.join(',')}`)) }
    },
    notice => notice.jobId === id && touchesJob(notice),
  )
  // Only whole minutes count for what has cured, so that the ledger is not derived each second.
  const minute = computed(() => Math.ceil(now.value / 10_000) * 10_000)
  const standing = computed(() => job.value && jobStanding(job.value, minute.value))
  const partName = (partId: string) => job.value?.parts.find(part => part.id === partId)?.name ?? 'a part'
  tellJobHere(job)
  const offer = useTakeBack()
  useEntryQueue().on(view => {
    if (view.id === id) job.value = view
  })
  /** Takes the job that a verb answered, so that the page need not wait for the notice; what it brought can be taken back. */
  const take = (view: JobView) => {
    job.value = view
    offer(view, take)
  }
  return { job, error, refresh, standing, partName, take, now }
}
