<script setup lang="ts">
import { countText, writing } from '#shared/writing'
import FileWorker from '~/workers/file.worker?worker'
import type { FilePreview, ToFileWorker } from '~/workers/file.worker'
import { timeUnits, type ColumnMeaning } from '#core/readings/columnMeaning'
import { ReadingsFileError, readingsTable, type ReadingsTable } from '#core/readings/readingsCsv'
import { unitDoubt } from '#core/readings/unitDoubt'
import { pascalsPer, toKelvin, type AnyPressureUnit } from '#core/quantity/units'
import type { BenchHold } from '#shared/leaktest/hold/holdView'

/**
 * Takes a hold's readings from a file: says what each column is where the names do not, shows the curve, and only then takes it
 * whole.
 */
const props = defineProps<{ hold: BenchHold }>()
const emit = defineEmits<{ taken: [hold: BenchHold] }>()
const file = ref<File | null>(null)
const text = ref('')
const table = shallowRef<ReadingsTable | null>(null)
const meanings = ref<(ColumnMeaning | null)[]>([])
const fileProblem = ref<string | null>(null)
const { saving, problem, save } = useSave()
const { short } = useQuantities()
const MOST_BYTES = 60_000_000

async function choose(chosen: File | null) {
  table.value = null
  fileProblem.value = null
  problem.value = null
  if (!chosen) return
  if (chosen.size > MOST_BYTES) {
    fileProblem.value = 'The file is over 60 MB. Thin the readings or split it.'
    return
  }
  text.value = await chosen.text()
  try {
    const found = readingsTable(text.value)
    tell({ kind: 'text', text: text.value })
    meanings.value = [...found.meanings]
    table.value = found
  } catch (error) {
    if (!(error instanceof ReadingsFileError)) throw error
    fileProblem.value = error.message
    file.value = null
  }
}
const choices = [
  { label: 'not used', value: 'none' },
  ...timeUnits.map(unit => ({ label: `time, ${unit}`, value: `t ${unit}` })),
  { label: 'time of day', value: 'clock' },
  ...(Object.keys(pascalsPer) as AnyPressureUnit[]).map(unit => ({ label: `pressure, ${unit}`, value: `pressure ${unit}` })),
  ...Object.keys(toKelvin).map(unit => ({
    label: `temperature, ${unit === 'K' ? 'K' : `°${unit}`}`,
    value: `temperature ${unit}`,
  })),
  ...(['hPa', 'mbar', 'kPa', 'Pa', 'inHg'] as const).map(unit => ({ label: `barometer, ${unit}`, value: `barometer ${unit}` })),
  ...(['kPa', 'Pa', 'mbar', 'mmH2O', 'inH2O'] as const).map(unit => ({
    label: `tank less bottle, ${unit}`,
    value: `difference ${unit}`,
  })),
  ...(['kPa', 'Pa', 'mbar'] as const).map(unit => ({ label: `noise of each pressure, ${unit}`, value: `noise ${unit}` })),
  { label: 'event', value: 'event' },
]
const keyOf = (meaning: ColumnMeaning | null | undefined) =>
  !meaning ? 'none' : 'unit' in meaning ? `${meaning.field} ${meaning.unit}` : meaning.field
function say(column: number, key: string) {
  const [field, unit] = key.split(' ')
  meanings.value[column] = key === 'none' ? null : ({ field, ...(unit && { unit }) } as ColumnMeaning)
}
const preview = shallowRef<FilePreview | null>(null)
const worker = new FileWorker({ name: writing().decimal })
worker.onmessage = ({ data }: MessageEvent<FilePreview>) => {
  preview.value = data
}
onScopeDispose(() => worker.terminate())
const tell = (message: ToFileWorker) => worker.postMessage(JSON.parse(JSON.stringify(message)))
watch(
  [table, meanings],
  ([shown, said]) => {
    preview.value = null
    if (shown) tell({ kind: 'columns', meanings: said })
  },
  { deep: true },
)

const doubt = computed(() => {
  const column = meanings.value.find(meaning => meaning?.field === 'pressure')
  if (column?.field !== 'pressure' || !preview.value?.count) return null
  const { largest } = preview.value
  const found = unitDoubt(largest, column.unit, props.hold.setup.testPressure)
  return (
    found && {
      ...found,
      text: `The highest pressure is ${short('pressure', largest)}, and this hold was set up for ${short('pressure', Math.abs(props.hold.setup.testPressure))}.`,
    }
  )
})
/** Local time of the first reading, where the file itself has no dates. */
const firstTaken = ref('')
const hasDates = computed(() => meanings.value.some(meaning => meaning?.field === 'clock'))
const startedAt = computed(() => {
  const at = Date.parse(firstTaken.value)
  return hasDates.value || !Number.isFinite(at) ? null : at
})
function endedNow() {
  const from = new Date(Date.now() - (preview.value?.span ?? 0) * 1000)
  const local = new Date(+from - from.getTimezoneOffset() * 60_000)
  firstTaken.value = local.toISOString().slice(0, 19)
}
const take = (unitConfirmed: boolean) =>
  save(async () => {
    emit(
      'taken',
      await callApi<BenchHold>(`holds/${props.hold.id}/file`, 'POST', {
        text: text.value,
        columns: meanings.value,
        startedAt: startedAt.value,
        unitConfirmed,
      }),
    )
  })
function chooseAnother() {
  table.value = null
  file.value = null
}
</script>

<template>
  <section class="sheet space-y-4">
    <h2 class="text-lg text-(--ink)">The file of readings</h2>
    <UFileUpload
      v-if="!table"
      v-model="file"
      accept=".csv,.txt,.tsv,.log,text/csv,text/plain"
      label="Drop the file here, or tap to choose it"
      description="One reading a row. Comma, semicolon or tab, decimal point or comma."
      icon="i-lucide-file-up"
      class="min-h-40 w-full"
      @update:model-value="choose($event as File | null)"
    />
    <p v-if="fileProblem" role="alert" class="leaking text-lg font-semibold">{{ fileProblem }}</p>
    <template v-if="table">
      <p>
        <b class="font-semibold">{{ file?.name }}</b>: say what each column is. What its name says is filled in.
      </p>
      <div class="overflow-x-auto">
        <table class="w-full border-separate border-spacing-x-3 border-spacing-y-1 text-left">
          <thead>
            <tr>
              <th v-for="(name, i) in table.header" :key="i" scope="col" class="min-w-40 font-semibold">{{ name }}</th>
            </tr>
            <tr>
              <td v-for="(name, i) in table.header" :key="i">
                <USelect
                  :model-value="keyOf(meanings[i])"
                  :items="choices"
                  :aria-label="`What ${name} is`"
                  class="w-full"
                  @update:model-value="say(i, $event as string)"
                />
              </td>
            </tr>
          </thead>
          <tbody class="figure soft">
            <tr v-for="(row, k) in table.sample.slice(0, 3)" :key="k">
              <td v-for="(cell, i) in row" :key="i" class="whitespace-nowrap">{{ cell }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="!preview" class="soft" role="status">Reading the file.</p>
      <p v-else-if="preview.problem" role="alert" class="leaking font-semibold">{{ preview.problem }}</p>
      <template v-else>
        <PressureSketch :points="preview.points" :label="`${preview.count} readings over ${waitText(preview.span)}`" />
        <p>
          {{ countText(preview.count) }} readings over {{ waitText(preview.span) }}.<template v-if="!preview.inOrder">
            They are not in order of time, or some repeat: they are sorted, and of two at one time the first counts.</template
          >
        </p>
        <p v-if="doubt" role="alert" class="unsure text-lg font-semibold">
          {{ doubt.text }}
          {{
            doubt.likely
              ? `In ${doubt.likely} it would fit: choose that unit above, or say that it is right.`
              : 'Choose the column’s unit above, or say that it is right.'
          }}
        </p>

        <div v-if="!hasDates" class="flex flex-wrap items-end gap-2">
          <UFormField label="First reading taken" help="The file has no dates: it counts from when you say.">
            <UInput v-model="firstTaken" type="datetime-local" step="1" aria-label="First reading taken" />
          </UFormField>
          <UButton type="button" color="neutral" variant="outline" class="mb-6 min-h-11" @click="endedNow"
            >It ended just now</UButton
          >
        </div>
      </template>
      <p v-if="problem" role="alert" class="leaking text-lg font-semibold">{{ problem }}</p>
      <div class="flex flex-wrap gap-2">
        <UButton
          v-if="doubt"
          color="neutral"
          variant="outline"
          size="xl"
          :loading="saving"
          :disabled="!hasDates && startedAt === null"
          @click="take(true)"
          >The unit is right, take it</UButton
        >
        <UButton
          v-else
          color="neutral"
          size="xl"
          :loading="saving"
          :disabled="!preview?.count || (!hasDates && startedAt === null)"
          @click="take(false)"
          >Take these readings</UButton
        >
        <UButton color="neutral" variant="ghost" size="xl" @click="chooseAnother">Another file</UButton>
      </div>
    </template>
  </section>
</template>
