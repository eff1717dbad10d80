import { refDebounced } from '@vueuse/core'
import PlanWorker from '~/workers/plan.worker?worker'
import type { FromPlanWorker } from '~/workers/plan.worker'
import type { Help, HoldPlan } from '#core/planning/planHold'
import type { PlannedHold } from '#core/planning/plannedHold'

/** ms that a set-up stands still before it is tried. */
const STILL = 700

/** A planned hold as it is tried on simulated tanks; begun anew when what is planned changes. */
export function usePlan(planned: () => PlannedHold) {
  const plan = shallowRef<HoldPlan | null>(null)
  const helps = shallowRef<Help[]>([])
  /** s, the time that is tried now */
  const trying = ref<number | null>(null)
  const busy = ref(true)
  let worker: Worker | null = null
  const stop = () => {
    worker?.terminate()
    worker = null
  }
  const said = computed(() => JSON.stringify(planned()))
  watch(said, () => {
    stop()
    plan.value = null
    helps.value = []
    trying.value = null
    busy.value = true
  })
  watch(
    refDebounced(said, STILL),
    text => {
      stop()
      const own = new PlanWorker()
      worker = own
      own.onmessage = ({ data }: MessageEvent<FromPlanWorker>) => {
        if (data.kind === 'trying') trying.value = data.t
        else if (data.kind === 'plan') plan.value = data.plan
        else if (data.kind === 'help') helps.value = [...helps.value, data.help].sort((a, b) => b.saves - a.saves)
        else busy.value = false
      }
      own.postMessage(JSON.parse(text))
    },
    { immediate: true },
  )
  onScopeDispose(stop)
  return { plan, helps, trying, busy }
}
