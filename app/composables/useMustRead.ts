import type { WorkAct } from '#core/fuel/makeSafe'
import { dueOn } from '#shared/safety'
import type { JobView } from '#shared/views'

/** Whether the person who is signed in has cautions to read before an act on a job. */
export function useMustRead(job: Readonly<Ref<JobView | null>>, act: WorkAct): ComputedRef<boolean> {
  const session = useSession()
  return computed(() => job.value !== null && session.person !== null && dueOn(job.value, session.person.id, act).length > 0)
}
