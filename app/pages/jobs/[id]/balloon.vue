<script setup lang="ts">
import { sealedFor } from '#shared/leaktest/limitsReached'
import { holdingLinks } from '#core/circuit/reach'
import { wettedNow } from '#shared/safety'
import { BALLOON_PRESSURE, balloonVolume } from '#core/leaktest/balloon/balloon'
import { balloonSchema, girthSchema, type BalloonForm } from '#shared/leaktest/balloon/balloonForm'
import { reachOn } from '#shared/jobCircuit'
import type { SeenGirth } from '#core/seeing/girth/balloonGirth'
import type { JobView } from '#shared/views'
import { testsOf } from '#shared/leaktest/tests'

/** A balloon over an opening: tied on, measured round now and then for a day, corrected for weather and rubber. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, take, now } = useJob(id)
const mustRead = useMustRead(job, 'air or smoke')
const { short, figure, unit } = useQuantities()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const girthForm = useTemplateRef('girthForm')
const GIRTH_DOUBT = 0.002
const blank = (): Omit<BalloonForm, 'id'> => ({
  volume: 0,
  volumeUncertainty: 0,
  pressure: BALLOON_PRESSURE,
  girthUncertainty: GIRTH_DOUBT,
  hasThermometer: true,
  hasBarometer: true,
  closures: {},
  links: {},
  wettedShare: NaN,
  earlyReason: '',
})
const { draft, clear } = useDraft<Omit<BalloonForm, 'id'>>(`balloon:${id}`, blank)
watch(
  job,
  view => {
    if (view && draft.value.volume === 0)
      Object.assign(draft.value, {
        volume: view.capacity,
        volumeUncertainty: Number((view.capacity * 0.03).toPrecision(2)),
        links: holdingLinks(view.circuit),
        wettedShare: wettedNow(view),
      })
  },
  { immediate: true },
)

const balloon = computed(() => (job.value ? (testsOf(job.value, 'balloon').findLast(each => !each.struck) ?? null) : null))
const tiedOn = computed(() => balloon.value !== null && balloon.value.stoppedAt === null)
const again = ref(false)
const boundary = computed({
  get: () => ({ closures: draft.value.closures, links: draft.value.links }),
  set: value => Object.assign(draft.value, value),
})
const seen = computed(() => job.value && reachOn(job.value, { ...boundary.value, pressure: draft.value.pressure || 1 }))

const tie = () =>
  save(async () => {
    take(await callApi<JobView>(`jobs/${id}/tests/balloon`, 'POST', draft.value))
    clear()
    again.value = false
  }, form.value)

const { record, end: endTest } = useTestEntries(id, () => balloon.value?.id ?? null, take)
const girth = reactive({
  id: newId(),
  girth: null as number | null,
  girthDoubt: null as number | null,
  controlGirth: null as number | null,
  temperature: null as number | null,
  barometer: null as number | null,
})
const girthSent = computed(() => Object.fromEntries(Object.entries(girth).filter(([, value]) => value !== null)))
const type = () =>
  save(async () => {
    await record('girth', girthSent.value, 'A girth')
    Object.assign(girth, { id: newId(), girth: null, girthDoubt: null, controlGirth: null })
  }, girthForm.value)
const byCamera = ref(false)
/** A girth that is typed over is no longer the picture’s. */
function typed(value: number | null) {
  Object.assign(girth, { girth: value, girthDoubt: null })
}
function seenByCamera({ girth: seen, uncertainty }: SeenGirth) {
  Object.assign(girth, { girth: Number(seen.toFixed(4)), girthDoubt: Number(uncertainty.toPrecision(3)) })
}
const off = () =>
  save(async () => {
    await endTest('The balloon comes off')
  })

const estimate = computed(() => balloon.value?.estimate ?? null)
const parts = computed(
  () => job.value && balloon.value && estimate.value && sealedFor(job.value, balloon.value, estimate.value),
)
const look = computed(() => (estimate.value ? verdictLook(estimate.value.verdict) : 'unsure'))
const partWords = {
  'girth': 'Girths',
  'temperature': 'Temperature',
  'barometer': 'Weather',
  'volume': 'Tank volume',
  'rubber pressure': 'Pressure of the rubber',
  'rubber': 'The rubber itself',
}
const advice = computed(() => {
  const found = estimate.value,
    view = balloon.value
  if (!view) return ''
  if (!found) return view.noEstimate ?? ''
  if (found.verdict === 'sealed')
    return `95 % sure below ${rateText(found.below95)} mL/min, and the ${strictestWords(view.setup)}.`
  if (found.verdict === 'leaking')
    return `95 % sure above ${rateText(found.above95)} mL/min, and the limit is ${limitText(view.setup.limit)}. Find it with soap while there is pressure.`
  if (found.belowZero)
    return 'It grows by more than its doubt explains: something in the tank warms or evaporates. It says nothing of a leak. Wait until it is steady, or hold it with a gauge and a thermometer.'
  const others = parts.value ? othersSay(found, parts.value) : ''
  return found.minutesMore !== null
    ? `${others}Another girth in about ${waitText(found.minutesMore * 60)} may decide it.`
    : `${others}No wait would decide it: tie a control balloon beside it, or hold the tank with a gauge.`
})
const rubber = computed(() => {
  const found = estimate.value
  if (!found) return ''
  return found.rubberFrom === 'control'
    ? `${rateText(found.rubberLoss)} mL/min taken off, as the control balloon lost`
    : `${rateText(found.rubberLoss)} mL/min taken off as rubber usually loses; a control balloon beside it would tell`
})
useActionKeys('Balloon', [{ key: 'escape', label: 'Back to the job', run: () => void navigateTo(`/jobs/${id}`) }])
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <NuxtLink :to="`/jobs/${job.id}`" class="soft font-semibold hover:underline"
      >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
    >
    <WaitingHere :job-id="job.id" :now="now" />
    <CautionList v-if="mustRead" :job="job" act="air or smoke" @read="take" />
    <template v-else-if="balloon && !again">
      <header class="flex flex-wrap items-start justify-between gap-3">
        <div>
          <h1>Balloon {{ balloon.number }}</h1>
          <p class="soft">
            Tied {{ stampText(balloon.startedAt) }}, {{ balloon.by }} · {{ short('volume', balloon.setup.volume) }} of tank at
            about {{ short('pressure', balloon.setup.pressure) }}
          </p>
          <p v-if="balloon.earlyReason" class="time font-semibold">Before the repair cured: {{ balloon.earlyReason }}</p>
        </div>
        <div v-if="session.mayWork" class="flex gap-2">
          <UButton v-if="tiedOn" color="neutral" size="xl" variant="outline" :loading="saving" @click="off"
            >Take it off</UButton
          >
          <UButton v-else color="neutral" size="xl" @click="again = true">Tie another</UButton>
        </div>
      </header>
      <SchemaForm
        v-if="tiedOn && session.mayWork"
        ref="girthForm"
        :schema="girthSchema"
        :state="girthSent"
        :problem="problem"
        class="sheet space-y-3"
        @submit="type"
      >
        <div class="grid gap-x-5 gap-y-3 sm:grid-cols-4">
          <UFormField label="Girth now" name="girth"
            ><QuantityInput :model-value="girth.girth" kind="length" autofocus @update:model-value="typed"
          /></UFormField>
          <UFormField label="Control’s girth" name="controlGirth" hint="if tied"
            ><QuantityInput v-model="girth.controlGirth" kind="length"
          /></UFormField>
          <UFormField label="Skin" name="temperature"
            ><QuantityInput v-model="girth.temperature" kind="temperature"
          /></UFormField>
          <UFormField label="Barometer" name="barometer"><QuantityInput v-model="girth.barometer" kind="weather" /></UFormField>
        </div>
        <div class="flex flex-wrap items-center gap-3">
          <UButton
            type="button"
            color="neutral"
            variant="outline"
            class="min-h-11"
            icon="i-lucide-camera"
            @click="byCamera = true"
            >From a picture</UButton
          >
          <span v-if="girth.girthDoubt !== null" class="soft"
            >from a picture, ± {{ short('length', girth.girthDoubt, 2) }}</span
          >
        </div>
        <GirthCamera v-model:open="byCamera" @taken="seenByCamera" />
        <p class="soft">Round the widest place with a soft tape, three times, the middle one. Out of the sun.</p>
        <template #actions><UButton type="submit" color="neutral" size="xl" :loading="saving">Add</UButton></template>
      </SchemaForm>
      <p v-else-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      <section class="sheet" aria-labelledby="said">
        <div class="flex flex-wrap items-baseline justify-between gap-2">
          <h2 id="said">{{ tiedOn ? 'What can be said so far' : 'What it says' }}</h2>
          <span class="soft text-sm"
            >leak rate in mL/min at the balloon’s pressure; 95 % sure above the bar’s left end, 95 % below its right</span
          >
        </div>
        <HoldNotch :estimate="estimate" :limit="balloon.setup.limit" :strictest="balloon.setup.strictest" />
        <p aria-live="polite" class="text-lg leading-snug">
          <b v-if="estimate" :class="look"><StateSign :look="look" :size="22" /> {{ measuredWord(estimate, parts) }}.</b>
          {{ advice }}
        </p>
        <p v-if="rubber" class="soft">{{ rubber }}.</p>
      </section>
      <div class="grid gap-3 md:grid-cols-2">
        <section class="sheet">
          <h2 class="mb-1">Girths</h2>
          <p v-if="!balloon.girths.length" class="soft">None yet. Type the first as soon as it is tied.</p>
          <table v-else class="figure w-full">
            <thead class="soft text-left text-sm">
              <tr>
                <th class="font-medium">After</th>
                <th class="text-right font-medium">{{ unit('length') }}</th>
                <th class="text-right font-medium">{{ unit('volume') }}</th>
                <th class="text-right font-medium">control</th>
                <th class="text-right font-medium">{{ unit('temperature') }}</th>
                <th class="text-right font-medium">hPa</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in balloon.girths" :key="row.id">
                <td>{{ waitText(row.t) }}</td>
                <td class="text-right">
                  {{ figure('length', row.girth)
                  }}<small v-if="row.girthDoubt !== null" class="soft"> ± {{ figure('length', row.girthDoubt) }}</small>
                </td>
                <td class="text-right">{{ figure('volume', balloonVolume(row.girth)) }}</td>
                <td class="text-right">{{ row.controlGirth === null ? '–' : figure('length', row.controlGirth) }}</td>
                <td class="text-right">{{ row.temperature === null ? '–' : figure('temperature', row.temperature, 1) }}</td>
                <td class="text-right">{{ row.barometer === null ? '–' : figure('weather', row.barometer) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
        <section v-if="estimate" class="sheet">
          <h2 class="mb-2">Where the doubt comes from, mL/min</h2>
          <BudgetBars :budget="estimate.budget" :words="partWords" />
        </section>
      </div>
      <BalloonCompare :job="job" :balloon="balloon" />
    </template>
    <template v-else>
      <h1>Tie a balloon on</h1>
      <p v-if="!session.mayWork" class="sheet soft">No balloon has been tied on this tank.</p>
      <SchemaForm v-else ref="form" :schema="balloonSchema" :state="draft" :problem="problem" class="space-y-3" @submit="tie">
        <p class="sheet">
          Tie a party balloon over one opening, blow it up to about the size of a head, close the rest, and tie a second one off
          beside it as a control. Rubber gives way before a tank does, but watch the sun: it heats the gas.
        </p>
        <CuringReason v-model="draft.earlyReason" :job="job" :now="now" />
        <div class="sheet grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField label="Gas volume of the tank" name="volume"
            ><QuantityInput v-model="draft.volume" kind="volume"
          /></UFormField>
          <UFormField label="Give or take" name="volumeUncertainty"
            ><QuantityInput v-model="draft.volumeUncertainty" kind="volume"
          /></UFormField>
          <UFormField label="Pressure of the rubber" name="pressure"
            ><QuantityInput v-model="draft.pressure" kind="pressure"
          /></UFormField>
          <UFormField label="A girth is good to" name="girthUncertainty"
            ><QuantityInput v-model="draft.girthUncertainty" kind="length"
          /></UFormField>
          <USwitch v-model="draft.hasThermometer" label="Skin thermometer read" class="self-end pb-2" />
          <USwitch v-model="draft.hasBarometer" label="Barometer read" class="self-end pb-2" />
        </div>
        <div class="sheet">
          <h2 class="mb-3">What closes each opening</h2>
          <UFormField name="closures" :ui="{ container: 'mt-0' }"><SetupFields v-model="boundary" :job="job" /></UFormField>
          <WettedField v-model="draft.wettedShare" class="mt-4" />
          <UFormField name="links" :ui="{ container: 'mt-0' }"
            ><ReachSummary v-if="seen" class="mt-3" :job="job" :reach="seen" :wetted-share="draft.wettedShare"
          /></UFormField>
        </div>
        <template #actions>
          <ThumbBar>
            <UButton type="submit" size="xl" color="neutral" :loading="saving">It is tied on</UButton
            ><UButton v-if="balloon" type="button" size="xl" color="neutral" variant="ghost" @click="again = false"
              >Not now</UButton
            >
          </ThumbBar>
        </template>
      </SchemaForm>
    </template>
  </div>
</template>
