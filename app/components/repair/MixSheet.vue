<script setup lang="ts">
import { mixOfMass, ratioProblem } from '#core/repair/amount/mix'
import { mixProblem, workTime } from '#core/repair/cure/potLife'
import { mixDensity } from '#core/repair/amount/mix'
import { useIntervalFn } from '@vueuse/core'
import { scalesAt } from '#core/standin/scales'
import { lotProblem } from '#core/repair/material/lotProblem'
import { repairMaterial } from '#core/repair/material/repairMaterials'
import { runSheet } from '#shared/repair/runView'
import type { MaterialsView } from '#shared/views'
import type { RunView } from '#shared/record/kinds/run'

/** What goes into the cup: weighed by the sheet's ratio, of which tin, how warm; and how long it then can be worked. */
const props = defineProps<{
  run: RunView
  materials: MaterialsView | null
  fields: Record<string, string>
  warm: number | null
  now: number
  /** m3 of the tank */
  capacity: number
}>()
const emit = defineEmits<{ mix: [facts: object] }>()
const { short } = useQuantities()
const sheet = computed(() => runSheet(props.run))
const { draft } = useDraft(`mix:${props.run.id}`, () => ({
  base: null as number | null,
  hardener: null as number | null,
  depth: null as number | null,
  temperature: props.warm as number | null,
  batch: '',
  lotId: null as string | null,
  reason: '',
  lotReason: '',
}))
const wanted = ref<number | null>(null)
const parts = computed(() =>
  sheet.value.ratio && wanted.value !== null && wanted.value > 0 ? mixOfMass(wanted.value, sheet.value.ratio) : null,
)
const lots = computed(() =>
  (props.materials?.lots ?? [])
    .filter(lot => lot.material === props.run.material && !lot.retired && lot.left > 0)
    .map(lot => {
      const own = props.materials?.sheets.find(each => each.id === lot.sheetId)?.facts.openedDays
      return { ...lot, old: lotProblem({ ...lot, openedDays: own ?? repairMaterial(lot.material).openedDays }, props.now) }
    }),
)
const lot = computed(() => lots.value.find(each => each.id === draft.value.lotId) ?? null)
const isNumber = (value: number | null): value is number => value !== null && Number.isFinite(value) && value > 0
const mass = computed(() => (draft.value.base ?? 0) + (draft.value.hardener ?? 0))
const off = computed(() => {
  const { base, hardener } = draft.value
  return sheet.value.ratio && isNumber(base) && isNumber(hardener)
    ? (ratioProblem(base, hardener, sheet.value.ratio)?.sentence ?? null)
    : null
})
const warmth = computed(() => {
  const { temperature } = draft.value
  return sheet.value.cure && isNumber(temperature) ? mixProblem(sheet.value.cure, temperature) : null
})
const time = computed(() => {
  const { cure, ratio } = sheet.value
  const { temperature, base, depth } = draft.value
  if (!cure || !isNumber(base) || !isNumber(temperature)) return null
  return workTime(cure, temperature, {
    mass: mass.value,
    density: ratio ? mixDensity(ratio) : 1200,
    depth: isNumber(depth) ? depth : null,
  })
})
const usual = computed(() => sheet.value.cure?.potLife ?? 0)
/** Practised, the stand-in's scales show what is being poured until the hand stops. */
const pouring = ref<'base' | 'hardener' | null>(null)
const began = ref(0)
const STEADY_AFTER = 27 // s
useIntervalFn(() => {
  const part = pouring.value
  if (!part || !parts.value) return
  const t = (Date.now() - began.value) / 1000
  draft.value[part] = scalesAt(began.value % 1e6, t, parts.value[part])
  if (t > STEADY_AFTER) pouring.value = null
}, 500)
const pour = (part: 'base' | 'hardener') => {
  began.value = Date.now()
  pouring.value = part
}
const weigh = () => {
  if (!parts.value) return
  draft.value.base = parts.value.base
  draft.value.hardener = parts.value.hardener
}
const send = () => {
  const { base, hardener, depth, temperature, batch, reason, lotReason } = draft.value
  emit('mix', {
    base,
    hardener: sheet.value.ratio ? hardener : null,
    depth: isNumber(depth) ? depth : null,
    temperature,
    batch: lot.value?.batch ?? batch,
    taken: lot.value ? [{ lotId: lot.value.id, mass: mass.value, reason: lotReason }] : [],
    reason,
  })
}
</script>

<template>
  <div class="space-y-4">
    <details>
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">How much it takes</summary>
      <AmountReckoner :capacity="capacity" />
    </details>
    <div v-if="sheet.ratio" class="flex flex-wrap items-end gap-3">
      <UFormField label="A cup of"><QuantityInput v-model="wanted" kind="smallMass" class="w-32" /></UFormField>
      <p v-if="parts" class="pb-2">
        is <b class="figure">{{ short('smallMass', parts.base) }}</b> of base and
        <b class="figure">{{ short('smallMass', parts.hardener) }}</b> of hardener
        <span class="soft"
          >({{ short('smallVolume', parts.baseVolume) }} and {{ short('smallVolume', parts.hardenerVolume) }})</span
        >
        <UButton color="neutral" variant="link" class="min-h-11 underline" @click="weigh">Weighed so</UButton>
        <template v-if="run.simulated">
          <UButton color="neutral" variant="link" class="min-h-11 underline" @click="pour('base')"
            >Pour base onto the stand-in’s scales</UButton
          >
          <UButton color="neutral" variant="link" class="min-h-11 underline" @click="pour('hardener')">then hardener</UButton>
        </template>
      </p>
    </div>
    <div class="grid grid-cols-2 gap-4 sm:grid-cols-4">
      <UFormField :label="sheet.ratio ? 'Base in the cup' : 'In the cup'" :error="fields.base"
        ><QuantityInput v-model="draft.base" kind="smallMass"
      /></UFormField>
      <UFormField v-if="sheet.ratio" label="Hardener in the cup" :error="fields.hardener"
        ><QuantityInput v-model="draft.hardener" kind="smallMass"
      /></UFormField>
      <UFormField label="How warm" :error="fields.temperature"
        ><QuantityInput v-model="draft.temperature" kind="temperature"
      /></UFormField>
      <UFormField label="Depth in the cup" hint="if deep"><QuantityInput v-model="draft.depth" kind="length" /></UFormField>
    </div>
    <UFormField v-if="lots.length" label="Of which tin" :error="fields.taken">
      <TapChoice
        v-model="draft.lotId"
        :options="lots.map(each => each.id)"
        :words="Object.fromEntries(lots.map(each => [each.id, `${each.batch}, ${short('smallMass', each.left)} left`]))"
        label="Of which tin"
      />
    </UFormField>
    <UFormField v-else label="Batch" :error="fields.taken"
      ><UInput v-model="draft.batch" class="w-48" autocomplete="off"
    /></UFormField>
    <UFormField v-if="lot?.old" :label="`${lot.old} Why it is used all the same`"
      ><UInput v-model="draft.lotReason" class="w-full"
    /></UFormField>
    <p v-if="warmth" role="alert" class="leaking font-semibold">{{ warmth }}</p>
    <template v-if="off">
      <p role="alert" class="leaking font-semibold">{{ off }}</p>
      <UFormField label="Why it is mixed all the same"><UInput v-model="draft.reason" class="w-full" /></UFormField>
    </template>
    <p v-if="time !== null" class="rounded-lg border-2 border-(--time) p-3 text-[1.1rem]">
      <BellSign class="time inline-block align-[-0.3em]" />
      <b class="font-semibold">Workable for {{ waitText(time) }}</b> from now<template
        v-if="usual && Math.abs(time / usual - 1) > 0.05"
        >: the sheet’s {{ waitText(usual) }} are {{ waitText(time) }} in this cup and this warmth</template
      >.<template v-if="usual && time < usual / 2"> The rest of the cup gets hot and may smoke: stand it outdoors.</template>
    </p>
    <UButton
      color="neutral"
      size="xl"
      class="min-h-14 w-full justify-center text-lg sm:w-auto"
      :disabled="!isNumber(draft.base) || !isNumber(draft.temperature)"
      @click="send"
      >The parts meet now</UButton
    >
  </div>
</template>
