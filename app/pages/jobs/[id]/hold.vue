<script setup lang="ts">
import { holdingLinks } from '#core/circuit/reach'
import { WETTED_FLAG } from '#core/hold/holdBudget'
import type { PlannedHold } from '#core/hold/planHold'
import { readAtPressure } from '#core/readings/pressureScale'
import { WATER_DENSITY } from '#core/quantity/waterDensity'
import { rigLeakAt } from '#core/leaktest/rig/rigCheck'
import { UNSEEN_BAROMETER_CHANGE, UNSEEN_TEMPERATURE_CHANGE } from '#core/hold/unseenChange'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { reachOn, targetPressure } from '#shared/jobCircuit'
import { curingLeaks, lastRelief, limitIsUsual, overLimit, reliefProblem } from '#shared/limits'
import { weighingNow } from '#shared/safety'
import { airSupplies, holdMethods, holdSchema, holdSources, scaleKinds, type HoldForm } from '#shared/leaktest/hold/holdForm'
import type { JobView, KitItemView } from '#shared/views'
import type { HoldView } from '#shared/leaktest/hold/holdView'
import { testsOf } from '#shared/leaktest/tests'

/** Set-up of a hold: where readings come from, the gas, the gauge, the boundary, the target. */
const id = String(useRoute().params.id)
const { job, error, refresh, now } = useJob(id)
const { short } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')

const { kit, of, overdue } = useKit()
/** Volume zero says that nothing was taken from the tank yet. */
const blank = (): Omit<HoldForm, 'id'> => ({
  source: 'typed',
  method: 'pressure-decay',
  volume: 0,
  volumeUncertainty: 0,
  testPressure: 0,
  gaugeStep: 10,
  gaugeNoise: 5,
  hasThermometer: true,
  hasBarometer: true,
  temperatureDoubt: 0.05,
  barometerDoubt: 10,
  rigLeak: 0,
  rigLeakDoubt: throughputFromStandard(0.05),
  closures: {},
  links: {},
  supply: 'hand pump',
  relief: null,
  earlyReason: '',
  scale: { kind: 'gauge' },
  kit: {},
  wettedShare: 0,
})
const { draft, clear } = useDraft<Omit<HoldForm, 'id'>>(`hold:${id}`, blank)
let sent = false
const wanted = useFeedWanted()
watch(
  job,
  (view, before) => {
    const feed = !before && view && wanted(view.circuit)
    if (view && !sent && draft.value.volume === 0) fillIn(view)
    if (feed) {
      Object.assign(draft.value, { closures: feed.closures, links: feed.links })
      turn(feed.vacuum ? 'vacuum-decay' : 'pressure-decay')
    }
  },
  { immediate: true },
)
/** From the last hold, or from the tank. */
function fillIn(view: JobView) {
  const last = testsOf(view, 'hold').findLast(hold => !hold.struck)
  const fuel = Math.min(weighingNow(view).level ?? 0, view.capacity)
  Object.assign(
    draft.value,
    { relief: lastRelief(view) },
    last
      ? {
          volume: last.setup.space.volume,
          volumeUncertainty: last.setup.volumeUncertainty,
          testPressure: last.setup.testPressure,
          method: last.setup.method,
          gaugeStep: last.setup.gauge.resolution,
          gaugeNoise: last.setup.gauge.noise,
          closures: { ...last.closures },
          links: { ...last.links },
          supply: last.supply ?? 'hand pump',
          source: last.source,
          scale: { ...last.scale },
          kit: { ...last.kit },
          rigLeak: last.setup.rigLeak,
          rigLeakDoubt: last.setup.rigLeakUncertainty,
          hasThermometer: last.hasThermometer,
          hasBarometer: last.hasBarometer,
          temperatureDoubt: last.setup.temperatureChangeUncertainty,
          barometerDoubt: last.setup.barometerChangeUncertainty,
          wettedShare: last.setup.wetted?.share ?? 0,
        }
      : {
          volume: view.capacity - fuel,
          wettedShare: fuel / view.capacity,
          volumeUncertainty: Number((view.capacity * 0.03).toPrecision(2)),
          testPressure: targetPressure(view),
          links: holdingLinks(view.circuit),
        },
  )
}

/** Air goes into a real tank, by a person's hand. */
const blowsIn = computed(
  () => draft.value.method === 'pressure-decay' && (draft.value.source === 'typed' || draft.value.source === 'device'),
)
const boundary = computed({
  get: () => ({ closures: draft.value.closures, links: draft.value.links }),
  set: value => Object.assign(draft.value, value),
})
const seen = computed(
  () =>
    job.value &&
    reachOn(job.value, {
      ...boundary.value,
      pressure: Number.isFinite(draft.value.testPressure) ? draft.value.testPressure || 1 : 1,
    }),
)
const curing = computed(() => (job.value ? curingLeaks(job.value, now.value) : []))
const over = computed(() =>
  job.value && Number.isFinite(draft.value.testPressure)
    ? overLimit(job.value, draft.value.testPressure, pa => short('pressure', pa))
    : null,
)
const methodWords = { 'pressure-decay': 'Pressure', 'vacuum-decay': 'Vacuum' }
/** s between readings: typed by hand each minute, by an instrument every five seconds. */
const every = computed(() => (draft.value.source === 'typed' ? 60 : 5))
const planned = computed<PlannedHold | null>(() => {
  const view = job.value,
    form = draft.value
  const numbers = [
    form.volume,
    form.testPressure,
    form.gaugeStep,
    form.gaugeNoise,
    form.temperatureDoubt,
    form.barometerDoubt,
    form.rigLeakDoubt,
  ]
  if (
    !view ||
    over.value ||
    !numbers.every(Number.isFinite) ||
    !(form.volume > 0) ||
    form.testPressure === 0 ||
    !(form.gaugeStep > 0)
  )
    return null
  return {
    every: every.value,
    setup: {
      method: form.method,
      space: { volume: form.volume, wallGive: view.wallGive },
      volumeUncertainty: form.volumeUncertainty,
      wallGiveUncertainty: 0,
      gauge: { resolution: form.gaugeStep, noise: form.gaugeNoise },
      temperatureChangeUncertainty: form.temperatureDoubt,
      barometerChangeUncertainty: form.barometerDoubt,
      testPressure: form.testPressure,
      limit: view.acceptance,
      rigLeak: form.rigLeak,
      rigLeakUncertainty: form.rigLeakDoubt,
    },
  }
})
const pump = computed(() => of('pump')[0])
const SYRINGE = 100e-6

type Slot = 'gauge' | 'thermometer' | 'barometer' | 'rig'
/** Takes a piece of kit into this hold, with what is known of it; tapped again it is left out. */
function choose(slot: Slot, item: KitItemView) {
  const on = draft.value.kit[slot] !== item.id
  draft.value.kit = { ...draft.value.kit, [slot]: on ? item.id : undefined }
  const { facts } = item
  if (facts.kind === 'gauge' && on) Object.assign(draft.value, { gaugeStep: facts.resolution, gaugeNoise: facts.noise })
  if (facts.kind === 'thermometer')
    Object.assign(draft.value, { hasThermometer: on, temperatureDoubt: on ? facts.drift : UNSEEN_TEMPERATURE_CHANGE })
  if (facts.kind === 'barometer')
    Object.assign(draft.value, { hasBarometer: on, barometerDoubt: on ? facts.drift : UNSEEN_BAROMETER_CHANGE })
  if (facts.kind === 'rig') takeRig(on ? item : null)
}
function takeRig(item: KitItemView | null) {
  const leak =
    item?.rigLeak &&
    rigLeakAt(
      { leak: item.rigLeak.leak, uncertainty: item.rigLeak.uncertainty, checkedAt: item.rigLeak.checkedAt },
      draft.value.testPressure || 1,
    )
  Object.assign(draft.value, { rigLeak: leak?.leak ?? 0, rigLeakDoubt: leak?.uncertainty ?? throughputFromStandard(0.05) })
}
const chosenRig = computed(() => of('rig').find(item => item.id === draft.value.kit.rig))
const slots: { slot: Slot; name: string }[] = [
  { slot: 'gauge', name: 'Gauge' },
  { slot: 'thermometer', name: 'Thermometer' },
  { slot: 'barometer', name: 'Barometer' },
  { slot: 'rig', name: 'Rig' },
]
const late = computed(() =>
  slots.flatMap(({ slot }) => of(slot).filter(item => item.id === draft.value.kit[slot] && overdue(item))),
)

const scaleKind = computed({
  get: () => draft.value.scale.kind,
  set: kind => {
    draft.value.scale =
      kind === 'column'
        ? { kind, density: WATER_DENSITY }
        : kind === 'sensor'
          ? { kind, zero: 0.5, slope: 2500 }
          : { kind: 'gauge' }
  },
})
const scaleWords = { gauge: 'A pressure', column: 'A column’s height', sensor: 'A sensor’s volts' }
function watchScale(change: Partial<{ density: number; zero: number; slope: number }>) {
  draft.value.scale = { ...draft.value.scale, ...change } as HoldForm['scale']
}
const columnText = computed(() => {
  const { scale, testPressure } = draft.value
  if (!Number.isFinite(testPressure)) return null
  if (scale.kind === 'column')
    return `Between the two levels ${Math.round(Math.abs(readAtPressure(scale, testPressure)) * 1000)} mm are the target. A column cannot over-pressure: what is too much blows out.`
  if (scale.kind === 'sensor')
    return `At the target it shows ${readAtPressure(scale, testPressure).toFixed(3)} V. With the cap off it must show ${scale.zero} V, or every reading is off.`
  return null
})
function watchThermometer(on: boolean) {
  draft.value.hasThermometer = on
  draft.value.temperatureDoubt = on ? 0.05 : UNSEEN_TEMPERATURE_CHANGE
}
function watchBarometer(on: boolean) {
  draft.value.hasBarometer = on
  draft.value.barometerDoubt = on ? 10 : UNSEEN_BAROMETER_CHANGE
}
function turn(method: HoldForm['method']) {
  draft.value.method = method
  draft.value.testPressure = (method === 'vacuum-decay' ? -1 : 1) * Math.abs(draft.value.testPressure)
}
const submit = () =>
  save(async () => {
    if (over.value) throw new ApiError(over.value, 422, { testPressure: over.value })
    const unguarded =
      blowsIn.value && reliefProblem(job.value!, draft.value.relief, draft.value.testPressure, pa => short('pressure', pa))
    if (unguarded) throw new ApiError(unguarded, 422, { relief: unguarded })
    const early = 'Say why you test before the repair has cured; the record will show it.'
    if (curing.value.length && !draft.value.earlyReason.trim()) throw new ApiError(early, 422, { earlyReason: early })
    const holdId = draft.value.id
    await callApi<JobView>(`jobs/${id}/tests/hold`, 'POST', draft.value)
    sent = true
    clear()
    await navigateTo(`/bench/${holdId}`)
  }, form.value)
useActionKeys('Hold set-up', [{ key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`) }])
const sourceWords = { 'stand-in': 'Stand-in tank', 'typed': 'Typed by hand', 'file': 'A CSV file', 'device': 'A logger' }
const sourceHelp = {
  'stand-in': 'A simulated tank with a hidden leak, for learning and trying out. Its results are not of a real tank.',
  'typed': 'You read the instruments, the clock is kept for you. Works without a network.',
  'file': 'A file of readings, whatever its columns are called.',
  'device': 'A logger sends its readings over the network, with a key that the owner makes on the Bench.',
}
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl">
    <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
      >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
    >
    <h1 class="mb-4 mt-1">Set up hold {{ (testsOf(job, 'hold').at(-1)?.number ?? 0) + 1 }}</h1>
    <SchemaForm ref="form" :problem="problem" :schema="holdSchema" :state="draft" class="space-y-3" @submit="submit">
      <CuringReason v-model="draft.earlyReason" :job="job" :now="now" />
      <div class="sheet space-y-4">
        <UFormField label="Readings come from" name="source" :help="sourceHelp[draft.source]">
          <TapChoice v-model="draft.source" :options="holdSources" :words="sourceWords" several label="Readings come from" />
        </UFormField>
        <UFormField label="Method" name="method">
          <TapChoice
            :model-value="draft.method"
            :options="holdMethods"
            :words="methodWords"
            several
            label="Method"
            @update:model-value="turn($event as HoldForm['method'])"
          />
        </UFormField>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField
            label="Target pressure"
            name="testPressure"
            :hint="`limit ${short('pressure', job.pressureLimit)}${limitIsUsual(job) ? ', to be confirmed' : ''}`"
            :error="over ?? undefined"
          >
            <QuantityInput v-model="draft.testPressure" kind="pressure" />
          </UFormField>
          <UFormField label="Gas volume" name="volume" hint="what is not fuel"
            ><QuantityInput v-model="draft.volume" kind="volume"
          /></UFormField>
          <UFormField label="Give or take" name="volumeUncertainty"
            ><QuantityInput v-model="draft.volumeUncertainty" kind="volume"
          /></UFormField>
        </div>
        <ReliefFields v-if="blowsIn" v-model="draft.relief" :job="job" :pressure="draft.testPressure" />
        <UFormField v-if="blowsIn" label="Air comes from" name="supply"
          ><TapChoice v-model="draft.supply" :options="airSupplies" several label="Air comes from"
        /></UFormField>
        <div v-if="draft.source === 'typed'" class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField label="What you read" name="scale" class="sm:col-span-3" :help="columnText ?? undefined">
            <TapChoice v-model="scaleKind" :options="scaleKinds" :words="scaleWords" several label="What you read" />
          </UFormField>
          <UFormField v-if="draft.scale.kind === 'column'" label="Density of the liquid" name="scale.density">
            <QuantityInput
              :model-value="draft.scale.density"
              kind="density"
              @update:model-value="watchScale({ density: $event ?? NaN })"
            />
          </UFormField>
          <template v-if="draft.scale.kind === 'sensor'">
            <UFormField label="Volts at no pressure"
              ><QuantityInput
                :model-value="draft.scale.zero"
                kind="volts"
                @update:model-value="watchScale({ zero: $event ?? NaN })"
            /></UFormField>
            <UFormField label="Pressure of one volt"
              ><QuantityInput
                :model-value="draft.scale.slope"
                kind="pressure"
                @update:model-value="watchScale({ slope: $event ?? NaN })"
            /></UFormField>
          </template>
        </div>
      </div>
      <div class="sheet">
        <div class="mb-3 flex flex-wrap items-baseline justify-between gap-2">
          <h2>Gauge, thermometer, barometer, rig</h2>
          <NuxtLink to="/shelf" class="soft text-sm font-semibold underline">Kit on the Shelf</NuxtLink>
        </div>
        <div v-if="kit?.length" class="mb-4 space-y-2.5">
          <div
            v-for="{ slot, name } in slots"
            :key="slot"
            class="flex flex-wrap items-center gap-2"
            role="group"
            :aria-label="name"
          >
            <span class="w-28 shrink-0 font-medium max-sm:basis-full">{{ name }}</span>
            <UButton
              v-for="item in of(slot)"
              :key="item.id"
              type="button"
              color="neutral"
              :variant="draft.kit[slot] === item.id ? 'solid' : 'outline'"
              :aria-pressed="draft.kit[slot] === item.id"
              class="min-h-11"
              @click="choose(slot, item)"
            >
              {{ item.name }}
            </UButton>
            <span v-if="!of(slot).length" class="soft">none on the Shelf</span>
          </div>
        </div>
        <p v-for="item in late" :key="item.id" class="time mb-3 font-semibold">
          <BellSign class="inline-block align-[-0.3em]" :size="20" /> {{ item.name }} is past its calibration since
          {{ dayText(item.calibrationDue!) }}.
        </p>
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-2">
          <UFormField label="Smallest step of the gauge" name="gaugeStep"
            ><QuantityInput v-model="draft.gaugeStep" kind="pressureStep"
          /></UFormField>
          <UFormField label="Its noise" name="gaugeNoise" hint="one standard deviation"
            ><QuantityInput v-model="draft.gaugeNoise" kind="pressureStep"
          /></UFormField>
          <UFormField
            name="temperatureDoubt"
            :label="draft.hasThermometer ? 'Thermometer drift over the hold' : 'Temperature may change unseen by'"
          >
            <template #hint
              ><USwitch :model-value="draft.hasThermometer" label="on the skin" @update:model-value="watchThermometer"
            /></template>
            <QuantityInput v-model="draft.temperatureDoubt" kind="temperatureChange" />
          </UFormField>
          <UFormField
            name="barometerDoubt"
            :label="draft.hasBarometer ? 'Barometer drift over the hold' : 'Weather may change unseen by'"
          >
            <template #hint
              ><USwitch :model-value="draft.hasBarometer" label="read" @update:model-value="watchBarometer"
            /></template>
            <QuantityInput v-model="draft.barometerDoubt" kind="weather" />
          </UFormField>
          <UFormField
            label="Leak of the rig itself"
            name="rigLeak"
            :hint="
              chosenRig?.rigLeak
                ? `checked ${clockText(chosenRig.rigLeak.at, now)}`
                : chosenRig
                  ? 'never checked: check it first'
                  : 'dead-ended, 0 if tight'
            "
            ><QuantityInput v-model="draft.rigLeak" kind="rate"
          /></UFormField>
          <UFormField label="Give or take" name="rigLeakDoubt"
            ><QuantityInput v-model="draft.rigLeakDoubt" kind="rate"
          /></UFormField>
          <UFormField label="Fuel left in the tank" name="wettedShare" hint="share of full; 0 when dry">
            <QuantityInput v-model="draft.wettedShare" kind="share" />
          </UFormField>
        </div>
        <p v-if="draft.kit.rig && !chosenRig?.rigLeak" class="mt-3">
          <NuxtLink :to="`/shelf/rig/${draft.kit.rig}`" class="font-semibold underline">Check this rig dead-ended</NuxtLink>, so
          that its own leak is not taken for the tank’s.
        </p>
        <p v-if="draft.wettedShare >= WETTED_FLAG" class="unsure mt-3 font-semibold">
          Fuel vapour moves with temperature and takes minutes to settle: the doubt is widened for it. A dry or inert tank is
          the better test.
        </p>
      </div>
      <HoldPlanSheet
        v-if="planned"
        :planned="planned"
        :stroke="pump?.facts.stroke ?? SYRINGE"
        :stroke-name="pump?.name ?? 'Strokes'"
      />
      <div class="sheet">
        <h2>What closes each opening</h2>
        <p class="soft mb-3">
          Only what keeps its own closure and is reached is under test.
          <NuxtLink :to="`/jobs/${job.id}/circuit`" class="font-semibold underline">See it on the map</NuxtLink>
        </p>
        <UFormField name="closures" :ui="{ container: 'mt-0' }"><SetupFields v-model="boundary" :job="job" /></UFormField>
        <UFormField name="links" :ui="{ container: 'mt-0' }"
          ><ReachSummary v-if="seen" class="mt-3" :job="job" :reach="seen"
        /></UFormField>
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
