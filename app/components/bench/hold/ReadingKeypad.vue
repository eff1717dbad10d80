<script setup lang="ts">
import { pressureFrom } from '#core/readings/pressureScale'
import { parseNumber } from '#core/quantity/parseNumber'
import { readingsSchema } from '#shared/leaktest/hold/holdForm'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'

/** A large keypad for gloves: Enter adds the reading with the clock. */
const props = defineProps<{ hold: BenchHold; readings: ReadingView[] }>()
const emit = defineEmits<{ add: [reading: Omit<ReadingView, 't'>] }>()
const { edges, figure } = useQuantities()
type Channel = 'pressure' | 'difference' | 'temperature' | 'barometer'
const fields = computed(
  () =>
    [
      'pressure',
      ...(props.hold.setup.bottle ? ['difference'] : []),
      ...(props.hold.hasThermometer ? ['temperature'] : []),
      ...(props.hold.hasBarometer ? ['barometer'] : []),
    ] as Channel[],
)
const names = computed(() => ({
  pressure: { gauge: 'Pressure', column: 'Height between the levels', sensor: 'Sensor' }[props.hold.scale.kind],
  difference: 'Tank less bottle',
  temperature: 'Skin',
  barometer: 'Barometer',
}))
/** A column is read as a height, a sensor as volts; what is kept is the pressure. */
const pressureKind = { gauge: 'pressure', column: 'length', sensor: 'volts' } as const
const kinds = computed(
  () =>
    ({
      pressure: pressureKind[props.hold.scale.kind],
      difference: 'pressureStep',
      temperature: 'temperature',
      barometer: 'weather',
    }) as const,
)
const meaning = computed(() => {
  const number = parseNumber(typed.pressure)
  return props.hold.scale.kind === 'gauge' || number === null
    ? null
    : `= ${figure('pressure', asPressure(number))} ${edges.value.pressure.unit}`
})
const asPressure = (number: number) =>
  pressureFrom(
    props.hold.scale,
    edges.value[kinds.value.pressure].toSi(number) *
      (props.hold.scale.kind === 'column' && props.hold.setup.testPressure < 0 ? -1 : 1),
  )
const typed = reactive({ pressure: '', difference: '', temperature: '', barometer: '' })
const at = ref<Channel>('pressure')
const problem = ref<string | null>(null)
const inputs = useTemplateRef<HTMLInputElement[]>('inputs')
const keys = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0', '−']

function press(key: string) {
  typed[at.value] =
    key === '−' ? (typed[at.value].startsWith('-') ? typed[at.value].slice(1) : `-${typed[at.value]}`) : typed[at.value] + key
}
async function add() {
  problem.value = null
  const reading: Record<string, number> = {}
  for (const field of fields.value) {
    if (typed[field].trim() === '' && field !== 'pressure') continue
    const number = parseNumber(typed[field])
    if (number === null) {
      problem.value =
        typed[field].trim() === '' ? 'Type what you read first.' : `${names.value[field]}: “${typed[field]}” is not a number.`
      at.value = field
      return
    }
    reading[field] = field === 'pressure' ? asPressure(number) : edges.value[kinds.value[field]].toSi(number)
  }
  try {
    await readingsSchema.validate({ readings: [{ t: 0, ...reading }] })
  } catch (error) {
    problem.value = (error as Error).message
    return
  }
  emit('add', reading as unknown as Omit<ReadingView, 't'>)
  typed.pressure = ''
  typed.difference = ''
  at.value = 'pressure'
  inputs.value?.[0]?.focus()
}
const last = computed(() => props.readings.slice(-4).reverse())
</script>

<template>
  <section class="sheet" aria-label="Type a reading">
    <form class="grid gap-4 sm:grid-cols-[1fr_auto]" @submit.prevent="add">
      <div class="space-y-2.5">
        <label
          v-for="field in fields"
          :key="field"
          class="block rounded-lg border-2 px-3 py-1.5"
          :class="at === field ? 'border-(--ink)' : 'border-(--hair)'"
        >
          <span class="soft block text-sm font-semibold"
            >{{ names[field] }}<span v-if="field === 'temperature' || field === 'barometer'"> (kept until changed)</span></span
          >
          <span class="flex items-baseline gap-2"
            ><input
              ref="inputs"
              v-model="typed[field]"
              inputmode="decimal"
              autocomplete="off"
              class="figure w-full bg-transparent text-3xl outline-none"
              :autofocus="field === 'pressure'"
              @focus="at = field"
            /><span class="soft text-lg">{{ edges[kinds[field]].unit }}</span></span
          >
        </label>
        <p v-if="meaning" class="figure">{{ meaning }}</p>
        <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
        <ul class="soft figure text-[0.95rem]">
          <li v-for="reading in last" :key="reading.t">
            {{ durationText(reading.t) }} · {{ figure('pressure', reading.pressure) }} {{ edges.pressure.unit }}
          </li>
        </ul>
      </div>
      <div class="grid grid-cols-3 gap-2">
        <UButton
          v-for="key in keys"
          :key="key"
          type="button"
          color="neutral"
          variant="outline"
          class="figure h-14 justify-center text-2xl sm:w-16"
          :aria-label="key === '−' ? 'minus' : key === '.' ? 'point' : key"
          @click="press(key)"
          >{{ key }}</UButton
        >
        <UButton
          type="button"
          color="neutral"
          variant="outline"
          icon="i-lucide-delete"
          class="h-14 justify-center"
          aria-label="Delete the last figure"
          @click="typed[at] = typed[at].slice(0, -1)"
        />
        <UButton type="submit" color="neutral" class="col-span-2 h-14 justify-center text-lg"
          >Add<span class="key">Enter</span></UButton
        >
      </div>
    </form>
  </section>
</template>
