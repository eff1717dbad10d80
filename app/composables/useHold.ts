import HoldWorker from '~/workers/hold.worker?worker'
import type { FromHoldWorker, ToHoldWorker } from '~/workers/hold.worker'
import type { Residual } from '#core/hold/residuals'
import type { WhatIf } from '#core/hold/ahead/whatIf'
import { writing } from '#shared/writing'
import { touchesJob } from '#shared/changes'
import { holdTimeAt } from '#shared/leaktest/hold/holdClock'
import type { BenchHold, CurveView, HoldView, LiveView, ReadingView } from '#shared/leaktest/hold/holdView'

const LONG_EVERY = 3000 // ms between two looks at a long hold that runs

/**
 * A hold with its readings as they come, those still on their way included, and the live estimate: from the worker, or from the
 * server when it is long.
 */
export function useHold(id: string) {
  const queue = useReadingQueue()
  const now = useClock()
  const hold = shallowRef<BenchHold | null>(null)
  const error = ref<ApiError | null>(null)
  const readings = shallowRef<ReadingView[]>([])
  const live = shallowRef<LiveView | null>(null)
  /** minutes that it still needs, as reckoned by the estimate itself */
  const more = ref<number | null>(null)
  const explained = shallowRef<{ residuals: Residual[]; variants: WhatIf[] } | null>(null)
  const known = new Map<number, ReadingView>()
  /** readings later than this are asked for, s; what arrives before it is told of by the time of its earliest */
  let seen = -1
  let fetching: Promise<void> | null = null
  let lookedAt = 0

  const worker = new HoldWorker({ name: writing().decimal })
  worker.onmessage = ({ data }: MessageEvent<FromHoldWorker>) => {
    if (data.kind === 'estimate') live.value = data
    else if (data.kind === 'more') more.value = data.minutes
    else explained.value = data
  }
  onScopeDispose(() => worker.terminate())
  const tell = (message: ToHoldWorker) => worker.postMessage(JSON.parse(JSON.stringify(message)))
  const isLong = computed(() => hold.value?.isLong ?? false)

  function add(fresh: ReadingView[]) {
    if (fresh.length === 0 && known.size > 0 && live.value) return
    for (const reading of fresh) known.set(reading.t, reading)
    readings.value = [...known.values()].sort((a, b) => a.t - b.t)
    if (hold.value && known.size > 0) tell({ kind: 'readings', readings: fresh, marks: hold.value.marks })
  }
  async function fetchReadings() {
    if (isLong.value) return fetchLong()
    const after = seen
    // What arrives from here on, and is told of, is asked for by the next.
    seen = Infinity
    try {
      const fresh = await callApi<ReadingView[]>(`holds/${id}/readings?after=${after}`)
      seen = Math.min(seen, fresh.at(-1)?.t ?? after)
      add(fresh.filter(reading => !known.has(reading.t)))
    } catch (thrown) {
      seen = Math.min(seen, after)
      throw thrown
    }
  }
  async function fetchLong() {
    const still = running.value && Date.now() - lookedAt < LONG_EVERY
    if (still) return
    lookedAt = Date.now()
    readings.value = (await callApi<CurveView>(`holds/${id}/curve`)).points
    if (running.value) live.value = await callApi<LiveView>(`holds/${id}/live`)
  }
  async function load() {
    try {
      const before = hold.value
      const fetched = await callApi<BenchHold>(`holds/${id}`)
      // What an act of this page brought meanwhile stands: it has asked anew.
      if (hold.value !== before) return
      hold.value = fetched
      error.value = null
      const { setup, hasThermometer, hasBarometer } = hold.value
      if (!before || JSON.stringify(before.setup) !== JSON.stringify(setup))
        tell({ kind: 'setup', setup, instruments: { hasThermometer, hasBarometer } })
      if (!before) add(await queue.of(id))
      await fetchReadings()
      if (before && before.marks.length !== hold.value.marks.length)
        tell({ kind: 'readings', readings: [], marks: hold.value.marks })
    } catch (thrown) {
      if (!(thrown instanceof ApiError)) throw thrown
      error.value = thrown
    }
  }
  const readMore = () =>
    fetchReadings().catch(thrown => {
      if (!(thrown instanceof ApiError)) throw thrown
    })
  /**
   * What was asked for while something was on its way: it may have been answered before this came to be, so it is asked once
   * more.
   */
  let waiting: (() => Promise<void>) | null = null
  function ask(work: () => Promise<void>): Promise<void> {
    if (fetching) {
      if (waiting !== load) waiting = work
      return fetching
    }
    fetching = work().finally(() => {
      fetching = null
      const next = waiting
      waiting = null
      if (next) void ask(next)
    })
    return fetching
  }
  const refresh = () => ask(load)
  useChanges().on(notice => {
    if (notice === null) seen = -1
    else if (notice.subjectId === id && notice.from !== undefined) seen = Math.min(seen, notice.from - 1)
    if (notice === null || (notice.subjectId === id && touchesJob(notice))) void refresh()
    else if (notice.subjectId === id && notice.topics.includes('readings')) void ask(readMore)
  })

  const running = computed(() => hold.value?.state === 'settling' || hold.value?.state === 'reading')
  void refresh()
  /** s of the hold's own time, still once it is stopped */
  const held = computed(() => (hold.value?.clock ? holdTimeAt(hold.value.clock, now.value) : 0))
  const estimate = computed(() => {
    if (!running.value) return hold.value?.estimate ?? null
    const now = live.value?.estimate
    if (!now || more.value === null || now.verdict !== 'cannot-tell') return now ?? null
    // Within the hour waiting is the simplest help.
    return { ...now, minutesMore: more.value, decidedBy: more.value <= 60 ? ('time' as const) : now.decidedBy }
  })
  watch(
    () => hold.value?.state === 'stopped' && !isLong.value && live.value?.estimate,
    ready => {
      if (ready) tell({ kind: 'explain' })
    },
  )
  return {
    hold,
    error,
    readings,
    live,
    explained,
    running,
    held,
    estimate,
    isLong,
    refresh,
    /** Takes the hold that a verb answered, so that the page need not wait for the notice. */
    take(view: HoldView | BenchHold) {
      if (hold.value) hold.value = { ...hold.value, ...view }
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
