<script setup lang="ts">
import { parseNumber } from '#core/quantity/parseNumber'
import { RIG_LIMIT } from '#core/leaktest/rig/rigCheck'
import { readingProblem } from '#shared/leaktest/hold/readingBounds'
import type { RigCheckForm } from '#shared/schemas/kit'
import type { KitItemView, LetterheadView } from '#shared/views'

/** A rig held on its own, dead-ended: what it leaks is taken off every hold made with it. */
const id = String(useRoute().params.id)
const session = useSession()
const { kit, error, refresh, of } = useKit()
const { short, edges, figure } = useQuantities()
const { saving, problem, save } = useSave()
const { readings, startedAt, simulated, setup, held, result, start, stop, type } = useRigCheck()
const { value: shop } = useRefreshed(
  () => callApi<LetterheadView>('shop'),
  () => false,
)
const rig = computed(() => of('rig').find(item => item.id === id))
const gauges = computed(() => of('gauge'))
const gaugeId = ref<string>()
const pressure = ref<number | null>(5000)
const typed = ref('')
const typedProblem = ref<string | null>(null)
const checkId = newId()
watch(
  gauges,
  list => {
    gaugeId.value ??= list[0]?.id
  },
  { immediate: true },
)
const gauge = computed(() => gauges.value.find(item => item.id === gaugeId.value))
const ready = computed(
  () =>
    gauge.value &&
    pressure.value !== null &&
    Number.isFinite(pressure.value) &&
    pressure.value !== 0 &&
    Math.abs(pressure.value) <= 100_000,
)
function begin(standIn: boolean) {
  if (!ready.value) return
  start(
    rig.value!.facts.volume,
    pressure.value!,
    { resolution: gauge.value!.facts.resolution, noise: gauge.value!.facts.noise },
    standIn,
  )
}
function add() {
  const number = parseNumber(typed.value)
  if (number === null) {
    typedProblem.value = typed.value.trim() ? `“${typed.value}” is not a number.` : 'Type the pressure first.'
    return
  }
  const value = edges.value.pressure.toSi(number)
  typedProblem.value = readingProblem({ t: 0, pressure: value })
  if (typedProblem.value) return
  type(value)
  typed.value = ''
}
const keep = () =>
  save(async () => {
    stop()
    const form: RigCheckForm = {
      id: checkId,
      pressure: setup.value!.testPressure,
      gaugeId: gaugeId.value!,
      readings: readings.value.slice(0, 2000),
      simulated: simulated.value,
    }
    await callApi<KitItemView[]>(`kit/${id}/checks`, 'POST', form)
    await navigateTo('/shelf')
  })
const estimate = computed(() => result.value.estimate)
const advice = computed(() => {
  if (!estimate.value) return result.value.reason ?? 'Read it at once, then every minute or so for five.'
  const rate = `${rateText(estimate.value.leakRate)} ± ${rateText(estimate.value.uncertainty)} mL/min`
  if (estimate.value.verdict === 'leaking')
    return `It leaks ${rate}. Soap its joints before you trust a hold; kept like this, every hold is that much less sure.`
  return estimate.value.verdict === 'sealed'
    ? `It is tight enough: ${rate} will be taken off every hold.`
    : `So far ${rate}. A few more readings make it surer.`
})
useActionKeys('Rig check', [{ key: 'escape', label: 'Back to the Shelf', run: () => void navigateTo('/shelf') }])
function startOver() {
  stop()
  startedAt.value = null
}
</script>

<template>
  <PageState v-if="!kit" :error="error" @retry="refresh" />
  <div v-else class="page max-w-3xl space-y-3">
    <NuxtLink to="/shelf" class="soft font-semibold hover:underline">← Test kit</NuxtLink>
    <div v-if="!rig" class="sheet">
      <h1>Nothing here</h1>
      <p>This rig is not on the Shelf.</p>
    </div>
    <template v-else>
      <header>
        <h1>Rig check: {{ rig.name }}</h1>
        <p class="soft">
          Plug the end that goes to the tank, bring the rig to the pressure you will use, shut the pump off, and read.
          {{ short('smallVolume', rig.facts.volume) }} show a small leak fast.
        </p>
      </header>
      <section v-if="startedAt === null" class="sheet space-y-4">
        <p v-if="!gauges.length" class="time font-semibold">
          There is no gauge on the Shelf yet. <NuxtLink to="/shelf" class="underline">Add the one on this rig</NuxtLink> first.
        </p>
        <div class="grid gap-4 sm:grid-cols-2">
          <UFormField label="Pressure" hint="as in the holds to come"
            ><QuantityInput v-model="pressure" kind="pressure"
          /></UFormField>
          <UFormField label="Gauge on it"
            ><USelect
              v-model="gaugeId"
              :items="gauges.map(item => ({ label: item.name, value: item.id }))"
              class="w-full"
              aria-label="Gauge on it"
          /></UFormField>
        </div>
        <div v-if="session.mayWork" class="flex flex-wrap gap-2">
          <UButton color="neutral" size="xl" :disabled="!ready" @click="begin(false)">It is up and shut off: start</UButton>
          <UButton
            v-if="shop?.reality === 'simulated'"
            color="neutral"
            variant="outline"
            size="xl"
            :disabled="!ready"
            @click="begin(true)"
            >Try it on a stand-in rig</UButton
          >
        </div>
      </section>
      <template v-else>
        <section class="sheet">
          <div class="grid grid-cols-2 gap-4 sm:grid-cols-3">
            <div>
              <h2>Held for</h2>
              <p class="figure text-4xl">{{ durationText(held) }}</p>
            </div>
            <div>
              <h2>Last read</h2>
              <p class="figure text-4xl">
                {{ readings.length ? figure('pressure', readings.at(-1)!.pressure) : '–' }}
                <small class="soft text-lg">{{ edges.pressure.unit }}</small>
              </p>
            </div>
            <div>
              <h2>Readings</h2>
              <p class="figure text-4xl">{{ readings.length }}</p>
            </div>
          </div>
          <p v-if="simulated" class="unsure mt-2 font-semibold">A simulated rig at sixty times: kept, it says stand-in.</p>
          <form v-else class="mt-3 flex flex-wrap items-end gap-2" @submit.prevent="add">
            <UFormField label="Pressure now" :error="typedProblem ?? undefined" class="flex-1 basis-40"
              ><UInput v-model="typed" inputmode="decimal" size="xl" class="figure w-full" autofocus
                ><template #trailing
                  ><span class="soft text-sm">{{ edges.pressure.unit }}</span></template
                ></UInput
              ></UFormField
            >
            <UButton type="submit" color="neutral" size="xl">Add</UButton>
          </form>
        </section>
        <section class="sheet">
          <HoldNotch :estimate="estimate" :limit="RIG_LIMIT" />
          <p aria-live="polite" class="text-lg">{{ advice }}</p>
          <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
          <div class="mt-3 flex flex-wrap gap-2">
            <UButton color="neutral" size="xl" :loading="saving" :disabled="!estimate" @click="keep"
              >Keep this leak with the rig</UButton
            >
            <UButton color="neutral" variant="ghost" size="xl" @click="startOver">Start over</UButton>
          </div>
        </section>
      </template>
    </template>
  </div>
</template>
