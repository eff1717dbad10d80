<script setup lang="ts">
import { figureText } from '#shared/writing'
import { readAtPressure } from '#core/readings/pressureScale'
import { holdBlowsIn, scaleOf, turned, type HoldDraft } from '#shared/leaktest/hold/holdDraft'
import { places } from '#core/hold/besides/surroundings'
import {
  airSupplies,
  drainedInsides,
  holdCourses,
  holdMethods,
  holdSources,
  scaleKinds,
  type HoldForm,
} from '#shared/leaktest/hold/holdForm'
import { isSimulated } from '#shared/jobEntries'
import { expectedGas, gasVolumeProblem } from '#shared/leaktest/hold/gasVolume'
import { limitIsUsual, overLimit } from '#shared/limits'
import type { JobView } from '#shared/views'

/** Where a hold's readings come from, its method and target, the gas, what keeps it below the limit, and what is read. */
const props = defineProps<{ job: JobView }>()
const draft = defineModel<HoldDraft>({ required: true })
const { short } = useQuantities()
const change = (some: Partial<HoldDraft>) => Object.assign(draft.value, some)

const blowsIn = computed(() => holdBlowsIn(draft.value))
const over = computed(() => overLimit(props.job, draft.value.testPressure, pascals => short('pressure', pascals)))
const gasProblem = computed(() =>
  draft.value.volume > 0 ? gasVolumeProblem(props.job, draft.value, volume => short('volume', volume)) : null,
)
const fittingGas = computed(() => (gasProblem.value ? expectedGas(props.job, draft.value) : null))
const limitHint = computed(
  () => `limit ${short('pressure', props.job.pressureLimit)}${limitIsUsual(props.job) ? ', to be confirmed' : ''}`,
)
const methodWords = { 'pressure-decay': 'Pressure', 'vacuum-decay': 'Vacuum' }
const sourceWords = {
  'stand-in': 'Stand-in tank',
  'typed': 'Typed by hand',
  'camera': 'A phone’s camera',
  'file': 'A CSV file',
  'device': 'A logger',
}
/** A real tank takes nothing of a stand-in. */
const sources = computed(() => holdSources.filter(source => source !== 'stand-in' || isSimulated(props.job)))
const sourceHelp = {
  'stand-in': 'A simulated tank with a hidden leak, for learning and trying out. Its results are not of a real tank.',
  'typed': 'You read the instruments, the clock is kept for you. Works without a network.',
  'camera': 'A phone on a stand in front of a dial, a column or a display reads it every few seconds.',
  'file': 'A file of readings, whatever its columns are called.',
  'device': 'A logger sends its readings over the network, with a key that the owner makes on the Bench.',
}

const placeHelp = {
  'still room': 'Closed, unheated, nobody in and out, no sun on it.',
  'indoors': 'A workshop: doors open, heaters run.',
  'outdoors': 'Sun, wind and night reach it; the doubt is wide, a night hold is better.',
}
const insideWords = { aired: 'Had fuel, now aired', dry: 'Never wet, or dry for weeks' }
const insideHelp = { aired: 'What is left of fuel still rises a little.', dry: 'Nothing in it evaporates.' }
const courseWords = { plain: 'Plain: under pressure throughout', bracketed: 'Bracketed: watched blank before and after' }
const courseHelp = {
  plain: 'Pump, let it settle, read.',
  bracketed:
    'Closed at room pressure and watched, pumped and watched, topped up, vented and watched again. What drifts all the time shows in the blanks and is taken off. You are led through it.',
}

const courseSays = computed(() =>
  [
    sourceWords[draft.value.source],
    `${methodWords[draft.value.method].toLowerCase()}, ${draft.value.course}`,
    ...(draft.value.source === 'typed' ? [`${scaleWords[draft.value.scale.kind].toLowerCase()} is read`] : []),
  ].join('; '),
)
const gasSays = computed(() => {
  const { testPressure, volume, volumeUncertainty, place, inside, wettedShare } = draft.value
  const gas = `${short('pressure', testPressure)} on ${short('volume', volume)} ± ${short('volume', volumeUncertainty, 2)} of gas`
  return [gas, place, ...(wettedShare > 0 ? [] : [insideWords[inside].toLowerCase()])].join('; ')
})
const reliefSays = { 'water column': 'A water column', 'relief valve': 'A relief valve', 'regulator': 'A regulator' }
const airSays = computed(() => {
  const { relief, supply } = draft.value
  return relief
    ? `${reliefSays[relief.kind]} at ${short('pressure', relief.opensAt)}; ${supply}`
    : 'Nothing keeps it below the limit yet'
})
const scaleKind = computed({ get: () => draft.value.scale.kind, set: kind => change({ scale: scaleOf(kind) }) })
const scaleWords = { gauge: 'A pressure', column: 'A column’s height', sensor: 'A sensor’s volts' }
const setScale = (some: Partial<{ density: number; zero: number; slope: number }>) =>
  change({ scale: { ...draft.value.scale, ...some } as HoldForm['scale'] })
/** What the target is in what is read. */
const scaleHelp = computed(() => {
  const { scale, testPressure } = draft.value
  if (!Number.isFinite(testPressure) || scale.kind === 'gauge') return undefined
  const target = readAtPressure(scale, testPressure)
  if (scale.kind === 'column') {
    const height = Math.round(Math.abs(target) * 1000)
    return `Between the two levels ${height} mm are the target. A column cannot over-pressure: what is too much blows out.`
  }
  return `At the target it shows ${figureText(target, 3)} V. With the cap off it must show ${scale.zero} V, or every reading is off.`
})
</script>

<template>
  <div class="sheet space-y-4 max-sm:space-y-1">
    <FoldedGroup label="Readings and course" :says="courseSays" :fields="['source', 'method', 'course', 'scale']">
      <div class="space-y-4">
        <UFormField label="Readings come from" name="source" :help="sourceHelp[draft.source]">
          <TapChoice v-model="draft.source" :options="sources" :words="sourceWords" several label="Readings come from" />
        </UFormField>
        <UFormField label="Method" name="method">
          <TapChoice
            :model-value="draft.method"
            :options="holdMethods"
            :words="methodWords"
            several
            label="Method"
            @update:model-value="change(turned(draft, $event as HoldForm['method']))"
          />
        </UFormField>
        <UFormField label="Course" name="course" :help="courseHelp[draft.course]">
          <TapChoice v-model="draft.course" :options="holdCourses" :words="courseWords" several label="Course" />
        </UFormField>
        <div v-if="draft.source === 'typed'" class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField label="What you read" name="scale" class="sm:col-span-3" :help="scaleHelp">
            <TapChoice v-model="scaleKind" :options="scaleKinds" :words="scaleWords" several label="What you read" />
          </UFormField>
          <UFormField v-if="draft.scale.kind === 'column'" label="Density of the liquid" name="scale.density">
            <QuantityInput
              :model-value="draft.scale.density"
              kind="density"
              @update:model-value="setScale({ density: $event ?? NaN })"
            />
          </UFormField>
          <template v-if="draft.scale.kind === 'sensor'">
            <UFormField label="Volts at no pressure">
              <QuantityInput
                :model-value="draft.scale.zero"
                kind="volts"
                @update:model-value="setScale({ zero: $event ?? NaN })"
              />
            </UFormField>
            <UFormField label="Pressure of one volt">
              <QuantityInput
                :model-value="draft.scale.slope"
                kind="pressure"
                @update:model-value="setScale({ slope: $event ?? NaN })"
              />
            </UFormField>
          </template>
        </div>
      </div>
    </FoldedGroup>
    <FoldedGroup
      label="Pressure, volume and place"
      :says="gasSays"
      :fields="['testPressure', 'volume', 'volumeUncertainty', 'wallGive', 'wallGiveDoubt', 'place', 'inside']"
      :wanted="over !== null || gasProblem !== null || !(draft.volume > 0)"
    >
      <div class="space-y-4">
        <div class="grid gap-x-5 gap-y-4 sm:grid-cols-3">
          <UFormField label="Target pressure" name="testPressure" :hint="limitHint" :error="over ?? undefined">
            <QuantityInput v-model="draft.testPressure" kind="pressure" />
          </UFormField>
          <UFormField label="Gas volume" name="volume" hint="what is not fuel" :error="gasProblem ?? undefined">
            <QuantityInput v-model="draft.volume" kind="volume" />
            <UButton
              v-if="fittingGas"
              color="neutral"
              variant="outline"
              class="mt-2 min-h-11"
              @click="change({ volume: fittingGas })"
              >Take {{ short('volume', fittingGas) }}</UButton
            >
          </UFormField>
          <UFormField label="Give or take" name="volumeUncertainty">
            <QuantityInput v-model="draft.volumeUncertainty" kind="volume" />
          </UFormField>
          <UFormField label="Wall give" name="wallGive" :help="`Empty: ${short('give', job.wallGive, 2)}, as is usual for it.`">
            <QuantityInput v-model="draft.wallGive" kind="give" />
          </UFormField>
          <UFormField label="Give or take" name="wallGiveDoubt" hint="empty: a fifth">
            <QuantityInput v-model="draft.wallGiveDoubt" kind="give" />
          </UFormField>
        </div>
        <div class="grid gap-x-5 gap-y-4 md:grid-cols-2">
          <UFormField label="Where it stands" name="place" :help="placeHelp[draft.place]">
            <TapChoice v-model="draft.place" :options="places" several label="Where it stands" />
          </UFormField>
          <UFormField
            v-if="!(draft.wettedShare > 0)"
            label="Before it was drained"
            name="inside"
            :help="insideHelp[draft.inside]"
          >
            <TapChoice
              v-model="draft.inside"
              :options="drainedInsides"
              :words="insideWords"
              several
              label="Before it was drained"
            />
          </UFormField>
        </div>
      </div>
    </FoldedGroup>
    <FoldedGroup v-if="blowsIn" label="Relief and air" :says="airSays" :fields="['relief', 'supply']" :wanted="!draft.relief">
      <div class="space-y-4">
        <ReliefFields v-model="draft.relief" :job="job" :pressure="draft.testPressure" />
        <UFormField label="Air comes from" name="supply">
          <TapChoice v-model="draft.supply" :options="airSupplies" several label="Air comes from" />
        </UFormField>
      </div>
    </FoldedGroup>
  </div>
</template>
