<script setup lang="ts">
import { fuelName } from '#core/fuel/fuels'
import { isVolatile } from '#core/fuel/makeSafe'
import { smokeGases, type SmokeGas } from '#core/leaktest/flowtube/flowTube'
import { holdingLinks } from '#core/circuit/reach'
import { reachOn } from '#shared/jobCircuit'
import { isSimulated } from '#shared/jobEntries'
import { wettedNow } from '#shared/safety'
import { lastRelief } from '#shared/limits'
import { smokeSchema, type SmokeForm } from '#shared/leaktest/smoke/smokeForm'
import type { JobView } from '#shared/views'

/** Puts smoke on: the machine checked dead-ended first, then where it goes in and how the circuit is closed. */
const props = defineProps<{ job: JobView; now: number }>()
const emit = defineEmits<{ started: [job: JobView] }>()
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const SMOKE_PRESSURE = 3000
const { draft, clear } = useDraft<Omit<SmokeForm, 'id'>>(`smoke:${props.job.id}`, () => ({
  pressure: Math.min(SMOKE_PRESSURE, props.job.pressureLimit),
  closures: {},
  wettedShare: wettedNow(props.job),
  links: holdingLinks(props.job.circuit),
  tube: { smallest: 0.02 / 60_000, largest: 1.5 / 60_000, readDoubt: 0.02, gas: 'air' as SmokeGas },
  own: { ball: 'floor' as const },
  simulated: isSimulated(props.job),
  relief: lastRelief(props.job),
  earlyReason: '',
}))
const setup = computed({
  get: () => ({ closures: draft.value.closures, links: draft.value.links }),
  set: value => {
    draft.value = { ...draft.value, ...value }
  },
})
const seen = computed(() => reachOn(props.job, { ...setup.value, pressure: draft.value.pressure || 1 }))
const gasItems = smokeGases.map(gas => ({ label: gas.name, value: gas.key }))
const airFeedsVapour = computed(() => draft.value.tube.gas === 'air' && isVolatile(props.job.fuel))
const ownBad = computed(() => draft.value.own.ball !== 'floor')
const start = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/tests/smoke`, 'POST', draft.value)
    clear()
    emit('started', job)
  }, form.value)
</script>

<template>
  <SchemaForm ref="form" :schema="smokeSchema" :state="draft" :problem="problem" class="space-y-3" @submit="start">
    <CuringReason v-model="draft.earlyReason" :job="job" :now="now" />
    <div class="sheet space-y-4">
      <h2>The machine first, dead-ended</h2>
      <UFormField
        label="With its end plugged the ball stands"
        name="own"
        :help="
          ownBad
            ? 'It leaks by itself: mend that first, or its leak is taken off every reading with its doubt.'
            : 'On the floor: what it shows later is behind it.'
        "
      >
        <BallInput v-model="draft.own" label="Machine check" />
      </UFormField>
      <div class="grid gap-x-5 gap-y-4 sm:grid-cols-4">
        <UFormField label="Pressure" name="pressure" :hint="`limit ${short('pressure', job.pressureLimit)}`"
          ><QuantityInput v-model="draft.pressure" kind="pressure"
        /></UFormField>
        <UFormField label="Smallest mark" name="tube.smallest"
          ><QuantityInput v-model="draft.tube.smallest" kind="flow"
        /></UFormField>
        <UFormField label="Largest mark" name="tube.largest"
          ><QuantityInput v-model="draft.tube.largest" kind="flow"
        /></UFormField>
        <UFormField label="Carried in" name="tube.gas"><USelect v-model="draft.tube.gas" :items="gasItems" /></UFormField>
      </div>
      <p v-if="airFeedsVapour" class="time font-semibold">
        Air and the vapour of {{ fuelName(job.fuel).toLowerCase() }} make a mixture that burns, and the machine has a hot coil:
        carry the smoke in nitrogen, or drain and air the tank first.
      </p>
      <ReliefFields v-if="!draft.simulated" v-model="draft.relief" :job="job" :pressure="draft.pressure" />
      <USwitch
        v-if="isSimulated(job)"
        v-model="draft.simulated"
        label="On the stand-in: a simulated circuit with something hidden in it"
      />
    </div>
    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-[minmax(0,2fr)_minmax(0,1fr)]">
      <div class="sheet">
        <UFormField name="closures" :ui="{ container: 'mt-0' }"><SetupFields v-model="setup" :job="job" /></UFormField>
        <WettedField v-model="draft.wettedShare" class="mt-4" />
      </div>
      <div class="sheet">
        <h2 class="mb-1">What it reaches</h2>
        <ReachSummary :job="job" :reach="seen" :wetted-share="draft.wettedShare" may-escape />
      </div>
    </div>
    <template #actions>
      <UButton type="submit" size="xl" color="neutral" :loading="saving">Put smoke on</UButton>
    </template>
  </SchemaForm>
</template>
