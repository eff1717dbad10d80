<script setup lang="ts">
import { senderStandard, senderStandards, type SenderStandardKey } from '#core/leaktest/instrument/senderStandards'
import { judgeSweep, type SweepPoint } from '#core/leaktest/instrument/senderSweep'
import { parseNumber } from '#core/quantity/parseNumber'
import type { JobView } from '#shared/views'

/** The sender, out of the tank, swept slowly from empty to full: typed reading by reading, or read by the stand-in ohmmeter. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [view: JobView] }>()
const standardKey = ref<SenderStandardKey>('240-33')
const standard = computed(() => senderStandard(standardKey.value))
const points = ref<SweepPoint[]>([])
const simulated = ref(false)
const floatFilled = ref<'sound' | 'filled' | null>(null)
const typed = ref('')
const wrong = ref('')
/** Levels at which a typed sweep is read: as close as it takes to call it good. */
const LEVELS = Array.from({ length: 13 }, (_, i) => i / 12)
const next = computed(() => LEVELS.find(level => !points.value.some(point => Math.abs(point.level - level) < 1e-6)) ?? null)
const judged = computed(() => (points.value.length >= 5 ? judgeSweep(points.value, standard.value) : null))
const says = computed(() => {
  if (!judged.value) return `${countOf(points.value.length, 'reading')} so far`
  const { faults, conclusive, fits } = judged.value
  if (faults.length)
    return `${upperFirst(faults.map(sweepFaultText).join('; '))}${fits ? `; its ends are those of ${fits.name}` : ''}.`
  return conclusive ? 'Good from end to end.' : 'Nothing wrong so far; go on to both ends, closer together.'
})
const look = computed<StateLook>(() =>
  judged.value === null ? 'unsure' : judged.value.faults.length ? 'leaking' : judged.value.conclusive ? 'sealed' : 'unsure',
)
function add(resistance: number | null) {
  if (next.value === null) return
  points.value = [...points.value, { level: next.value, resistance }]
  typed.value = ''
  wrong.value = ''
}
function addTyped() {
  const ohms = parseNumber(typed.value)
  if (ohms === null || ohms < 0 || ohms > 1e7) wrong.value = 'Type the ohms, such as 118, or tap “open”.'
  else add(ohms)
}
const takeBack = () => {
  points.value = points.value.slice(0, -1)
}
const { saving, problem, save } = useSave()
const sweeping = ref(false)
/** The stand-in ohmmeter is read as slowly as a hand goes. */
const STEPS = 40
async function sweep() {
  sweeping.value = true
  points.value = []
  simulated.value = true
  await save(async () => {
    for (let i = 0; i <= STEPS; i++) {
      const level = i / STEPS
      const { resistance } = await callApi<{ resistance: number | null }>(
        `jobs/${props.job.id}/ohms?standard=${standardKey.value}&level=${level}`,
      )
      points.value = [...points.value, { level, resistance }]
    }
  })
  sweeping.value = false
}
function anew() {
  points.value = []
  simulated.value = false
  floatFilled.value = null
}
const keep = () =>
  save(async () => {
    emit(
      'done',
      await callApi<JobView>(`jobs/${props.job.id}/entries/instrument-sender`, 'POST', {
        id: newId(),
        note: '',
        standard: standardKey.value,
        points: points.value,
        floatFilled: floatFilled.value === null ? null : floatFilled.value === 'filled',
        simulated: simulated.value,
      }),
    )
    anew()
  })
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="sender-title">
    <h2 id="sender-title">Sender sweep</h2>
    <p>Sender out, meter on its terminals. Move the float slowly from the bottom to the top and read it on the way.</p>
    <UFormField label="What the gauge wants"
      ><USelect
        v-model="standardKey"
        :items="senderStandards.map(each => ({ label: each.name, value: each.key }))"
        class="w-full sm:w-72"
    /></UFormField>
    <div v-if="next !== null && !simulated" class="flex flex-wrap items-end gap-2">
      <UFormField :label="`Float at ${Math.round(next * 100)} %`" :error="wrong || undefined"
        ><UInput
          v-model="typed"
          inputmode="decimal"
          class="figure w-32"
          size="xl"
          autocomplete="off"
          @keydown.enter.prevent="addTyped"
          ><template #trailing><span class="soft">Ω</span></template></UInput
        ></UFormField
      >
      <UButton color="neutral" size="xl" @click="addTyped">Next</UButton>
      <UButton color="neutral" variant="outline" size="xl" @click="add(null)">Open</UButton>
      <UButton v-if="points.length" color="neutral" variant="ghost" size="xl" @click="takeBack">Take back</UButton>
      <UButton
        v-if="job.hasStandIn && !points.length"
        color="neutral"
        variant="outline"
        size="xl"
        icon="i-lucide-plug-zap"
        :loading="sweeping"
        @click="sweep"
        >Read the simulated ohmmeter</UButton
      >
    </div>
    <template v-if="points.length">
      <SweepChart :points="points" :standard="standard" :faults="judged?.faults ?? []" :says="says" />
      <p role="status" class="text-[1.1rem] font-semibold" :class="look"><StateSign :look="look" /> {{ says }}</p>
      <UFormField label="The float"
        ><TapChoice
          v-model="floatFilled"
          label="The float"
          :options="['sound', 'filled']"
          :words="{ sound: 'Dry and light', filled: 'Fuel in it, it sinks' }"
      /></UFormField>
      <div class="flex flex-wrap gap-2">
        <UButton
          color="neutral"
          size="xl"
          :loading="saving && !sweeping"
          :disabled="points.length < 5 || sweeping"
          @click="keep"
          >Keep the sweep</UButton
        >
        <UButton color="neutral" variant="ghost" size="xl" :disabled="sweeping" @click="anew">Begin anew</UButton>
      </div>
    </template>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
  </section>
</template>
