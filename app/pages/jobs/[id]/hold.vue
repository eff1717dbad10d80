<script setup lang="ts">
import { closures, type Closure } from '#core/circuit/boundary'
import { freeAirToReach } from '#core/gas/inventory'
import { tankKind } from '#core/circuit/tankKinds'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { curingLeaks, overLimit } from '#shared/limits'
import { holdMethods, holdSchema, holdSources, type HoldForm } from '#shared/schemas/hold'
import type { HoldView } from '#shared/views'

/** Set-up of a hold: where readings come from, the gas, the gauge, the boundary, the target. */
const id = String(useRoute().params.id)
const { job, error, refresh, now } = useJob(id)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')

const gauges = [
  { name: 'Dial, 0.1 kPa a mark', step: 100, noise: 30 },
  { name: 'Water column', step: 10, noise: 10 },
  { name: 'Digital, 0.01 kPa', step: 10, noise: 5 },
  { name: 'Digital, 0.001 kPa', step: 1, noise: 1 },
]
/** Volume zero says that nothing was taken from the tank yet. */
const blank = (): Omit<HoldForm, 'id'> => ({
  source: 'typed', method: 'pressure-decay', volume: 0, volumeUncertainty: 0, testPressure: 0, gaugeStep: 10, gaugeNoise: 5,
  hasThermometer: true, hasBarometer: true, temperatureDoubt: 0.05, barometerDoubt: 10,
  rigLeak: throughputFromStandard(0.02), rigLeakDoubt: throughputFromStandard(0.01), closures: {}, earlyReason: '',
})
const { draft, clear } = useDraft<Omit<HoldForm, 'id'>>(`hold:${id}`, blank)
watch(job, view => {
  if (!view || draft.value.volume !== 0) return
  const last = view.holds.filter(hold => !hold.struck).at(-1)
  const target = Math.min(tankKind(view.tankKind).workingPressure, view.pressureLimit)
  Object.assign(draft.value, last
    ? {
        volume: last.setup.space.volume, volumeUncertainty: last.setup.volumeUncertainty, testPressure: last.setup.testPressure, method: last.setup.method,
        gaugeStep: last.setup.gauge.resolution, gaugeNoise: last.setup.gauge.noise, closures: { ...last.closures }, source: last.source,
      }
    : { volume: view.capacity, volumeUncertainty: Number((view.capacity * 0.03).toPrecision(2)), testPressure: target })
}, { immediate: true })

const openings = computed(() => job.value?.parts.filter(part => part.removedAt === null && part.opening) ?? [])
const closureWords: Record<Closure, string> = { own: 'its own closure', plug: 'plug', pinch: 'pinched', plate: 'plate', tape: 'tape', rig: 'the rig is on it' }
const closureItems = closures.map(value => ({ label: closureWords[value], value }))
const shutOut = computed(() => openings.value.filter(part => (draft.value.closures[part.id] ?? 'own') !== 'own'))
const close = (partId: string, closure: Closure) => { draft.value.closures = { ...draft.value.closures, [partId]: closure } }
const curing = computed(() => (job.value ? curingLeaks(job.value, now.value) : []))
const over = computed(() => (job.value && Number.isFinite(draft.value.testPressure) ? overLimit(job.value, draft.value.testPressure, pa => short('pressure', pa)) : null))
const isGauge = (gauge: (typeof gauges)[number]) => draft.value.gaugeStep === gauge.step && draft.value.gaugeNoise === gauge.noise
const methodWords = { 'pressure-decay': 'Pressure', 'vacuum-decay': 'Vacuum' }
/** How much air to expect, so that a big tank is not taken for a leaking one. */
const expectation = computed(() => {
  const { volume, testPressure, method } = draft.value
  if (!job.value || over.value || !(volume > 0) || !Number.isFinite(testPressure)) return null
  const air = short('volume', Math.abs(freeAirToReach({ volume, wallGive: job.value.wallGive }, testPressure)), 2)
  return method === 'vacuum-decay'
    ? `Expect about ${air} of free air to leave before the gauge is there. What stays comes out cold and warms: give it five minutes to settle.`
    : `Expect about ${air} of free air to go in before the gauge is there. It comes in warm and cools: give it five minutes to settle.`
})
function watchThermometer(on: boolean) { draft.value.hasThermometer = on; draft.value.temperatureDoubt = on ? 0.05 : 0.5 }
function watchBarometer(on: boolean) { draft.value.hasBarometer = on; draft.value.barometerDoubt = on ? 10 : 40 }
function turn(method: HoldForm['method']) {
  draft.value.method = method
  draft.value.testPressure = (method === 'vacuum-decay' ? -1 : 1) * Math.abs(draft.value.testPressure)
}
const submit = () => save(async () => {
  if (over.value) throw new ApiError(over.value, 422, { testPressure: over.value })
  const early = 'Say why you test before the repair has cured; the record will show it.'
  if (curing.value.length && !draft.value.earlyReason.trim()) throw new ApiError(early, 422, { earlyReason: early })
  const hold = await callApi<HoldView>(`jobs/${id}/holds`, 'POST', draft.value)
  clear()
  await navigateTo(`/bench/${hold.id}`)
}, form.value)
useActionKeys('Hold set-up', [{ key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`) }])
const sourceWords = { 'stand-in': 'Stand-in tank', 'typed': 'Typed from a gauge', 'file': 'A CSV file' }
const sourceHelp = {
  'stand-in': 'A simulated tank with a hidden leak, for learning and trying out. Its results are not of a real tank.',
  'typed': 'You read the gauge, the clock is kept for you. Works without a network.',
  'file': 'A logger’s file, with columns such as time_s and pressure_kPa.',
}
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl">
    <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline">← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink>
    <h1 class="mb-4 mt-1">Set up hold {{ (job.holds.at(-1)?.number ?? 0) + 1 }}</h1>
    <SchemaForm ref="form" :problem="problem" :schema="holdSchema" :state="draft" class="space-y-3" @submit="submit">
      <div v-if="curing.length" class="sheet border-2 border-(--time)">
        <p class="mb-2 font-semibold"><BellSign class="time inline-block align-[-0.3em]" /> Leak {{ curing.map(leak => leak.number).join(', ') }} is still curing. Testing now can break the joint and proves nothing about the cured one.</p>
        <UFormField label="Why test now" name="earlyReason"><UInput v-model="draft.earlyReason" placeholder="Such as: only to see whether another leak is left" /></UFormField>
      </div>
      <div class="sheet space-y-4">
        <UFormField label="Readings come from" name="source" :help="sourceHelp[draft.source]">
          <TapChoice v-model="draft.source" :options="holdSources" :words="sourceWords" several label="Readings come from" />
        </UFormField>
        <UFormField label="Method" name="method">
          <TapChoice :model-value="draft.method" :options="holdMethods" :words="methodWords" several label="Method" @update:model-value="turn($event as HoldForm['method'])" />
        </UFormField>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField label="Target pressure" name="testPressure" :hint="`limit ${short('pressure', job.pressureLimit)}`" :error="over ?? undefined">
            <QuantityInput v-model="draft.testPressure" kind="pressure" />
          </UFormField>
          <UFormField label="Gas volume" name="volume" hint="what is not fuel"><QuantityInput v-model="draft.volume" kind="volume" /></UFormField>
          <UFormField label="Give or take" name="volumeUncertainty"><QuantityInput v-model="draft.volumeUncertainty" kind="volume" /></UFormField>
        </div>
        <p v-if="expectation" class="soft">{{ expectation }}</p>
      </div>
      <div class="sheet">
        <h2 class="mb-3">Gauge, thermometer, barometer, rig</h2>
        <div class="mb-4 flex flex-wrap gap-2" role="group" aria-label="Gauge">
          <UButton
            v-for="gauge in gauges" :key="gauge.name" type="button" color="neutral" :variant="isGauge(gauge) ? 'solid' : 'outline'" :aria-pressed="isGauge(gauge)" class="min-h-11"
            @click="Object.assign(draft, { gaugeStep: gauge.step, gaugeNoise: gauge.noise })"
          >
            {{ gauge.name }}
          </UButton>
        </div>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
          <UFormField label="Smallest step of the gauge" name="gaugeStep"><QuantityInput v-model="draft.gaugeStep" kind="pressureStep" /></UFormField>
          <UFormField label="Its noise" name="gaugeNoise" hint="one standard deviation"><QuantityInput v-model="draft.gaugeNoise" kind="pressureStep" /></UFormField>
          <UFormField name="temperatureDoubt" :label="draft.hasThermometer ? 'Thermometer drift over the hold' : 'Temperature may change unseen by'">
            <template #hint><USwitch :model-value="draft.hasThermometer" label="on the skin" @update:model-value="watchThermometer" /></template>
            <QuantityInput v-model="draft.temperatureDoubt" kind="temperatureChange" />
          </UFormField>
          <UFormField name="barometerDoubt" :label="draft.hasBarometer ? 'Barometer drift over the hold' : 'Weather may change unseen by'">
            <template #hint><USwitch :model-value="draft.hasBarometer" label="read" @update:model-value="watchBarometer" /></template>
            <QuantityInput v-model="draft.barometerDoubt" kind="weather" />
          </UFormField>
          <UFormField label="Leak of the rig itself" name="rigLeak" hint="dead-ended, 0 if tight"><QuantityInput v-model="draft.rigLeak" kind="rate" /></UFormField>
          <UFormField label="Give or take" name="rigLeakDoubt"><QuantityInput v-model="draft.rigLeakDoubt" kind="rate" /></UFormField>
        </div>
      </div>
      <div class="sheet">
        <h2>What closes each opening</h2>
        <p class="soft mb-3">Only what keeps its own closure is under test. A plug, tape or the rig in its place shuts that part out.</p>
        <UFormField name="closures" :ui="{ container: 'mt-0' }">
          <ul class="grid gap-x-5 gap-y-2 sm:grid-cols-2">
            <li v-for="part in openings" :key="part.id" class="flex items-center justify-between gap-3">
              <label :for="`closure-${part.id}`" class="font-medium">{{ part.name }}</label>
              <USelect
                :id="`closure-${part.id}`" :model-value="draft.closures[part.id] ?? 'own'" :items="closureItems" class="w-44 shrink-0"
                @update:model-value="close(part.id, $event as Closure)"
              />
            </li>
          </ul>
        </UFormField>
        <p v-if="shutOut.length" class="unsure mt-3 font-semibold">This hold will say nothing about {{ shutOut.map(part => lowerFirst(part.name)).join(', ') }}.</p>
      </div>
      <template #actions>
        <div class="flex gap-3">
          <UButton type="submit" size="xl" color="neutral" :loading="saving">To the Bench</UButton>
          <UButton :to="`/jobs/${job.id}`" size="xl" color="neutral" variant="ghost">Not now</UButton>
        </div>
      </template>
    </SchemaForm>
  </div>
</template>
