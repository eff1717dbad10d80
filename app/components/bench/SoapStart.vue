<script setup lang="ts">
import { holdingLinks } from '#core/circuit/reach'
import { wettedNow } from '#shared/safety'
import { reachOn, targetPressure } from '#shared/jobCircuit'
import { balloonRelief, lastRelief } from '#shared/limits'
import { soapSchema } from '#shared/leaktest/soap/soapForm'
import type { JobView } from '#shared/views'
import { isRunning, testsOf } from '#shared/leaktest/tests'

/** Starts a soap walk: the pressure that is on the tank now, and a reason when a repair has not cured. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ started: [job: JobView] }>()
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const firstPart = computed(() => props.job.parts.find(part => part.removedAt === null)?.name ?? 'first part')

const holds = testsOf(props.job, 'hold')
const balloon = testsOf(props.job, 'balloon').find(isRunning)
const usual = Math.abs(balloon?.pressure ?? holds.at(-1)?.pressure ?? targetPressure(props.job))
const last = holds.findLast(hold => !hold.struck)
const running = holds.find(isRunning)
const wanted = useFeedWanted()(props.job)
/** What was typed is kept while the tank is as it was: after another test, a drain or a change of its map it is asked anew. */
const asItIs = [props.job.id, props.job.tests.length, running?.id ?? balloon?.id, props.job.revision, wettedNow(props.job)]
const { draft: state, clear } = useDraft(`soap:${asItIs.join(':')}`, () => ({
  pressure: wanted?.pressure ?? Math.min(props.job.pressureLimit, usual),
  // While a hold is on, its own answers stand: it is the same set-up.
  closures: (running ?? balloon) ? { ...(running ?? balloon)!.closures } : {},
  links: wanted?.links ?? { ...holdingLinks(props.job.circuit), ...last?.links },
  wettedShare: wettedNow(props.job),
  relief: lastRelief(props.job),
  earlyReason: '',
}))
const boundary = computed({
  get: () => ({ closures: state.value.closures, links: state.value.links }),
  set: value => Object.assign(state.value, value),
})
const underBalloon = computed(() => balloonRelief(props.job, state.value.pressure))
const seen = computed(() => reachOn(props.job, { ...boundary.value, pressure: state.value.pressure || 1 }))
const start = () =>
  save(async () => {
    const view = await callApi<JobView>(`jobs/${props.job.id}/tests/soap`, 'POST', state.value)
    clear()
    emit('started', view)
  }, form.value)
</script>

<template>
  <SchemaForm ref="form" :schema="soapSchema" :state="state" :problem="problem" class="sheet space-y-4" @submit="start">
    <CuringReason v-model="state.earlyReason" :job="job" :now="now" />
    <UFormField
      label="Pressure on the tank now"
      name="pressure"
      :hint="`limit ${short('pressure', job.pressureLimit)}`"
      class="max-w-xs"
    >
      <QuantityInput v-model="state.pressure" kind="pressure" />
    </UFormField>
    <p v-if="underBalloon" class="font-medium">
      The balloon keeps it below the limit: it gives way before the tank does. It shows {{ short('pressure', state.pressure) }}
      or near it.
    </p>
    <ReliefFields v-else-if="!job.hasStandIn" v-model="state.relief" :job="job" :pressure="state.pressure" />
    <WettedField v-model="state.wettedShare" />
    <UFormField name="closures" :ui="{ container: 'mt-0' }">
      <SetupFields v-model="boundary" :job="job" :proposal="wanted?.proposal ?? last?.closures" />
    </UFormField>
    <ReachSummary :job="job" :reach="seen" :wetted-share="state.wettedShare" />
    <template #actions>
      <UButton type="submit" size="xl" color="neutral" :loading="saving">Start at the {{ lowerFirst(firstPart) }}</UButton>
    </template>
  </SchemaForm>
</template>
