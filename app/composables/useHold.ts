import HoldWorker from '~/workers/hold.worker?worker'
import type { FromHoldWorker, ToHoldWorker } from '~/workers/hold.worker'
import { holdTimeAt } from '#shared/holdClock'
import type { HoldView, MarkView, ReadingView } from '#shared/views'

export type LiveHold = HoldView & { marks: MarkView[] }

/** A hold with its readings as they come, those still on their way included, and the live estimate from the worker. */
export function useHold(id: string) {
  const queue = useReadingQueue()
  const now = useClock()
  const hold = shallowRef<LiveHold | null>(null)
  const error = ref<ApiError | null>(null)
  const readings = shallowRef<ReadingView[]>([])
  const live = shallowRef<FromHoldWorker | null>(null)
  const known = new Map<number, ReadingView>()
  let seen = -1
  let fetching: Promise<void> | null = null

  const worker = new HoldWorker()
  worker.onmessage = ({ data }: MessageEvent<FromHoldWorker>) => { live.value = data }
  onScopeDispose(() => worker.terminate())
  const tell = (message: ToHoldWorker) => worker.postMessage(JSON.parse(JSON.stringify(message)))

  function add(fresh: ReadingView[]) {
    if (fresh.length === 0 && known.size > 0 && live.value) return
    for (const reading of fresh) known.set(reading.t, reading)
    readings.value = [...known.values()].sort((a, b) => a.t - b.t)
    if (hold.value && known.size > 0) tell({ kind: 'readings', readings: fresh, marks: hold.value.marks })
  }
  async function fetchReadings() {
    // Readings typed elsewhere may come late, so a little of what is known is looked at again.
    const fresh = await callApi<ReadingView[]>(`holds/${id}/readings?after=${seen}`)
    const unknown = fresh.filter(reading => !known.has(reading.t))
    seen = fresh.reduce((most, reading) => Math.max(most, reading.t - 60), seen)
    add(unknown)
  }
  async function load() {
    try {
      const before = hold.value
      hold.value = await callApi<LiveHold>(`holds/${id}`)
      error.value = null
      if (!before) {
        const { setup, hasThermometer, hasBarometer } = hold.value
        tell({ kind: 'setup', setup, instruments: { hasThermometer, hasBarometer } })
        add(await queue.of(id))
      }
      await fetchReadings()
      if (before && before.marks.length !== hold.value.marks.length) tell({ kind: 'readings', readings: [], marks: hold.value.marks })
    }
    catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
    }
  }
  const refresh = () => (fetching ??= load().finally(() => { fetching = null }))
  useChanges().on(notice => {
    if (notice === null || (notice.subjectId === id && notice.verb !== 'read' && notice.verb !== 'moved a bell')) void refresh()
    else if (notice.subjectId === id && notice.verb === 'read' && !fetching) {
      fetching = fetchReadings().catch(thrown => { if (!(thrown instanceof ApiError)) throw thrown }).finally(() => { fetching = null })
    }
  })
  void refresh()

  const running = computed(() => hold.value?.state === 'settling' || hold.value?.state === 'reading')
  /** s of the hold's own time, still once it is stopped */
  const held = computed(() => (hold.value?.clock ? holdTimeAt(hold.value.clock, now.value) : 0))
  const estimate = computed(() => (running.value ? live.value?.estimate ?? null : hold.value?.estimate ?? null))
  return {
    hold, error, readings, live, running, held, estimate, refresh,
    take: (view: LiveHold) => {
      hold.value = { ...view, marks: view.marks ?? hold.value?.marks ?? [] }
      void refresh()
    },
    /** Adds a typed reading at this moment: shown at once, sent when the network allows. */
    async type(reading: Omit<ReadingView, 't'>) {
      const clock = hold.value?.clock
      if (!clock) return
      const t = Math.round(holdTimeAt(clock, Date.now()) * 10) / 10
      const whole = { t, ...reading }
      add([whole])
      await queue.add(id, whole)
    },
  }
}
