import { asksInspector } from '#core/ledger/proof/handBack'
import { authorityFor } from '#shared/schemas/person'
import type { JobView } from '#shared/views'

/** Whether whoever is signed in may leave out a step: of what flies only who may inspect it. */
export const useMayLeaveOut = (job: MaybeRefOrGetter<JobView | null>) => {
  const session = useSession()
  return computed(() => {
    const its = toValue(job)
    if (!its || !asksInspector(its.craft.kind) || its.reality === 'practice') return session.mayWork
    const authorities = session.person?.authorities ?? []
    return authorityFor(authorities, ['inspect', 'return to service'], Date.now()) !== undefined
  })
}
