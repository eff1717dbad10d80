import { isFresh, strikableEntries, TAKE_BACK_TIME } from '#shared/strikable'
import type { JobView } from '#shared/views'

/** After an entry, ten seconds in which a tap takes it back without a reason; later it is struck out, with one. */
export function useTakeBack() {
  const session = useSession()
  const toast = useToast()
  return (before: JobView, now: JobView, take: (view: JobView) => void) => {
    const known = new Set(strikableEntries(before).map(entry => entry.id))
    const made = strikableEntries(now).filter(
      entry => !known.has(entry.id) && isFresh(entry, session.person?.name ?? '', Date.now()),
    )
    // What brings several entries at once, such as a find with what it was, is taken back one by one.
    if (made.length !== 1) return
    const [entry] = made
    toast.add({
      id: 'take-back',
      title: 'Recorded',
      duration: TAKE_BACK_TIME,
      actions: [
        {
          label: 'Undo',
          color: 'neutral',
          variant: 'outline',
          onClick: async () => {
            take(await callApi<JobView>(`jobs/${now.id}/strikes`, 'POST', { id: newId(), subjectId: entry!.id, reason: '' }))
          },
        },
      ],
    })
  }
}
