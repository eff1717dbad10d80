import { isFresh, strikableEntries, TAKE_BACK_TIME } from '#shared/strikable'
import type { JobView } from '#shared/views'

/** After an entry, ten seconds in which a tap takes it back without a reason; later it is struck out, with one. */
export function useTakeBack() {
  const session = useSession()
  const toast = useToast()
  /** Each entry is offered once, whether the answer or the notice of it came first. */
  const offered = new Set<string>()
  return (view: JobView, take: (view: JobView) => void) => {
    const fresh = strikableEntries(view).filter(
      entry => isFresh(entry, session.person?.name ?? '', Date.now()) && !offered.has(entry.id),
    )
    for (const entry of fresh) offered.add(entry.id)
    // One act may make several entries, such as a find with what it was: they are of one moment, and go together.
    const last = Math.max(...fresh.map(entry => entry.at))
    const made = fresh.filter(entry => entry.at === last)
    if (made.length === 0) return
    toast.add({
      id: 'take-back',
      title: 'Recorded',
      duration: TAKE_BACK_TIME,
      actions: [
        {
          label: 'Undo',
          size: 'lg',
          class: 'min-h-11 px-5',
          color: 'neutral',
          variant: 'outline',
          onClick: async () => {
            for (const { id } of made)
              take(await callApi<JobView>(`jobs/${view.id}/entries/strike`, 'POST', { id: newId(), subjectId: id, reason: '' }))
          },
        },
      ],
    })
  }
}
