import type { JobView } from '#shared/views'

/**
 * What is recorded in a running test: sent now, or kept until there is a network; until then it stands here as it will there.
 * @param testId null while none runs
 * @param take the job as the server answers it
 */
export function useTestEntries(jobId: MaybeRefOrGetter<string>, testId: () => string | null, take: (view: JobView) => void) {
  const entries = useEntryQueue()
  const waiting = computed(() => entries.waiting.filter(({ path }) => path.startsWith(`tests/${testId()}/`)))
  const send = async (word: string, facts: object, words: string) => {
    const body = { id: newId(), ...facts }
    const view = await entries.send({ jobId: toValue(jobId), path: `tests/${testId()}/${word}`, body, words, timed: true })
    if (view) take(view)
    return view
  }
  return {
    /** @param words what it is, for whoever reads that it waits @throws ApiError when it is refused */
    record: (word: string, facts: object, words: string) => send(`entries/${word}`, facts, words),
    end: (words: string) => send('stop', {}, words),
    /** What was said of parts and is on its way, by part, with when, ms. */
    said: computed(
      () =>
        new Map(
          waiting.value.flatMap(({ body, made }) => {
            const mark = body.mark ?? body.seen
            return typeof body.partId === 'string' && typeof mark === 'string' ? [[body.partId, { mark, made }] as const] : []
          }),
        ),
    ),
    /** Parts that were wetted, and when, where the server does not know yet. */
    wetted: computed(
      () =>
        new Map(
          waiting.value.flatMap(({ path, body, made }) =>
            path.endsWith('/watch') ? (body.partIds as string[]).map(partId => [partId, made] as const) : [],
          ),
        ),
    ),
  }
}
