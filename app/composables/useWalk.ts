import { StorageSerializers } from '@vueuse/core'
import { spanOfPart } from '#core/circuit/placeOnPart'
import { liveParts } from '#shared/jobCircuit'
import type { FindForm } from '#shared/record/kinds/find'
import { isRunning, testsOf, type TestViews } from '#shared/leaktest/tests'
import type { JobView } from '#shared/views'

/** Kinds of test in which somebody goes from part to part. */
type WalkKind = 'soap' | 'smoke' | 'look'
/** A mark that was sent and is not taken yet: what, and when it was made, ms. */
interface MarkOnItsWay {
  mark: string
  made: number
}

/**
 * A walk over the parts of a tank: the test that runs, what each part shows, the part at hand and half a find.
 * @param marksOf what parts were marked in a test, with what is on its way
 * @param look how a mark looks; of a part without one, undefined
 */
export function useWalk<Kind extends WalkKind, Mark extends string>(
  kind: Kind,
  {
    ending,
    marksOf,
    look,
  }: {
    ending: string
    marksOf: (test: TestViews[Kind], onItsWay: ReadonlyMap<string, MarkOnItsWay>, job: JobView) => ReadonlyMap<string, Mark>
    look: (mark: Mark | undefined) => StateLook
  },
) {
  const id = String(useRoute().params.id)
  const session = useSession()
  const shown = useJob(id)
  const { job, standing, take } = shown
  const { saving, problem, save } = useSave({ inOrder: true })
  const tests = computed(() => (job.value ? testsOf(job.value, kind) : []))
  const test = computed(() => tests.value.find(isRunning) ?? null)
  const parts = computed(() => (job.value ? liveParts(job.value) : []))
  const { record, end: endTest, said, wetted } = useTestEntries(id, () => test.value?.id ?? null, take)
  const marks = computed(() => (job.value && test.value ? marksOf(test.value, said.value, job.value) : new Map<string, Mark>()))
  const looks = computed(() => Object.fromEntries(parts.value.map(part => [part.id, look(marks.value.get(part.id))])))

  const picked = ref<string | null>(null)
  const at = computed(() => parts.value.find(part => part.id === picked.value) ?? null)
  const known = computed(() => job.value?.leaks.filter(leak => leak.partId === picked.value) ?? [])
  /** Half a find is kept until it is recorded or given up. */
  const finding = useLocalStorage<FindForm | null>(ownKey(`draft:${kind}-find:${id}`), null, {
    serializer: StorageSerializers.object,
  })
  watch(picked, partId => {
    if (finding.value?.partId !== partId) finding.value = null
  })
  function find(seen: FindForm['seen'], note = '') {
    if (!at.value) return
    finding.value = {
      id: newId(),
      partId: at.value.id,
      seen,
      ...spanOfPart(at.value.shape, 0, 1),
      length: null,
      note,
      leakId: known.value[0]?.id ?? null,
    }
  }

  let next: () => string | undefined
  const goOn = () => {
    picked.value = next() ?? picked.value ?? parts.value[0]?.id ?? null
  }
  /** Begins at the part with half a find, or the next one, whenever a test begins. @param nextPart to look at */
  function follow(nextPart: () => string | undefined) {
    next = nextPart
    watch(
      () => test.value?.id,
      open => {
        if (!open) return
        if (finding.value) picked.value = finding.value.partId
        else goOn()
      },
      { immediate: true },
    )
  }
  /** A find that was recorded; one that waits for a network stands on its part already. */
  function recorded(view: JobView | null) {
    finding.value = null
    if (view) take(view)
    goOn()
  }
  const drawn = computed(() => {
    const leaks = job.value && standing.value ? mapLeaks(job.value, standing.value.ledger) : []
    const half = finding.value
    return half
      ? [...leaks.filter(leak => leak.id !== half.leakId), { ...half, number: 0, look: 'leaking' as const, label: 'this find' }]
      : leaks
  })
  /** Whether somebody may mark the part at hand now. */
  const may = () => test.value !== null && session.mayWork && finding.value === null && at.value !== null
  const end = () => save(() => endTest(ending))
  return {
    ...shown,
    ...{ id, kind, session, saving, problem, save, tests, test, parts, record, said, wetted, marks, looks },
    ...{ picked, at, known, finding, find, follow, goOn, recorded, drawn, may, end },
  }
}
