import type { JobView } from '#shared/views'
import type { PracticeJobView } from '#shared/practice'

/** The job that the page in front is about, and its hunt where it is one of Practice: for what stands around the page. */
const jobHere = shallowRef<JobView | null>(null)
const huntHere = shallowRef<PracticeJobView['hunt']>(null)
export const useJobHere = () => ({ job: jobHere, hunt: huntHere })

/** Says what job a page is about, while the page is there. */
export function tellJobHere(job: Readonly<Ref<JobView | null>>) {
  watch(
    job,
    view => {
      jobHere.value = view
    },
    { immediate: true },
  )
  onScopeDispose(() => {
    if (jobHere.value?.id === job.value?.id) jobHere.value = null
  })
}
