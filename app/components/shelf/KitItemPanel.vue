<script setup lang="ts">
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { kitItemSchema, kitKinds, type KitItemForm, type KitKind } from '#shared/schemas/kit'
import type { KitItemView } from '#shared/views'

/** Adds a piece of kit, or changes one. */
const props = defineProps<{ item: KitItemView | null }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [items: KitItemView[]] }>()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
interface State extends Omit<KitItemForm, 'facts'> {
  facts: {
    kind: KitKind
    resolution?: number | null
    noise?: number | null
    drift?: number | null
    volume?: number | null
    stroke?: number | null
    strokeUncertainty?: number | null
    leakDoubt?: number | null
  }
}
const usual: Record<KitKind, State['facts']> = {
  gauge: { kind: 'gauge', resolution: 10, noise: 5 },
  thermometer: { kind: 'thermometer', drift: 0.05 },
  barometer: { kind: 'barometer', drift: 10 },
  rig: { kind: 'rig', volume: 40e-6 },
  pump: { kind: 'pump', stroke: 100e-6, strokeUncertainty: 1e-6 },
  bottle: { kind: 'bottle', volume: 0.001, resolution: 1, noise: 1, leakDoubt: throughputFromStandard(0.002) },
}
const state = ref<State>({
  id: '',
  name: '',
  facts: { ...usual.gauge },
  calibratedAt: null,
  calibrationDue: null,
  retired: false,
})
watch(open, is => {
  if (!is) return
  const { item } = props
  state.value = item
    ? {
        id: item.id,
        name: item.name,
        facts: { ...item.facts },
        calibratedAt: item.calibratedAt,
        calibrationDue: item.calibrationDue,
        retired: item.retired,
      }
    : { id: newId(), name: '', facts: { ...usual.gauge }, calibratedAt: null, calibrationDue: null, retired: false }
})
const kind = computed({
  get: () => state.value.facts.kind,
  set: next => {
    state.value.facts = { ...usual[next] }
  },
})
const words: Record<KitKind, string> = {
  gauge: 'Gauge',
  thermometer: 'Thermometer',
  barometer: 'Barometer',
  rig: 'Rig',
  pump: 'Pump or syringe',
  bottle: 'Closed bottle',
}
const day = (at: number | null) => (at === null ? '' : new Date(at).toISOString().slice(0, 10))
const setDay = (field: 'calibratedAt' | 'calibrationDue', text: string) => {
  state.value[field] = text ? Date.parse(text) : null
}
const calibrated = computed(() => kind.value !== 'rig')
const submit = () =>
  save(async () => {
    emit('done', await callApi<KitItemView[]>('kit', 'POST', state.value))
    open.value = false
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="item ? item.name : 'Add to the kit'"
    :description="
      item ? 'What it shows, and when it was calibrated.' : 'A gauge, thermometer, barometer, rig, pump or bottle of the shop.'
    "
    :ui="{ content: 'max-w-lg' }"
  >
    <template #body>
      <SchemaForm ref="form" :schema="kitItemSchema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
        <UFormField v-if="!item" label="What it is" name="facts.kind"
          ><TapChoice v-model="kind" :options="kitKinds" :words="words" several label="What it is"
        /></UFormField>
        <UFormField label="Name" name="name"
          ><UInput v-model="state.name" placeholder="Such as: grey digital, bench 2" class="w-full"
        /></UFormField>
        <div class="grid gap-4 sm:grid-cols-2">
          <template v-if="state.facts.kind === 'bottle'">
            <UFormField label="Volume of the bottle" name="facts.volume"
              ><QuantityInput v-model="state.facts.volume!" kind="volume"
            /></UFormField>
            <UFormField label="It may leak" name="facts.leakDoubt" hint="dead-ended, one standard deviation"
              ><QuantityInput v-model="state.facts.leakDoubt!" kind="rate"
            /></UFormField>
          </template>
          <template v-if="state.facts.kind === 'gauge' || state.facts.kind === 'bottle'">
            <UFormField label="Smallest step" name="facts.resolution"
              ><QuantityInput v-model="state.facts.resolution!" kind="pressureStep"
            /></UFormField>
            <UFormField label="Its noise" name="facts.noise" hint="one standard deviation"
              ><QuantityInput v-model="state.facts.noise!" kind="pressureStep"
            /></UFormField>
          </template>
          <UFormField
            v-if="state.facts.kind === 'thermometer'"
            label="Drift over a hold"
            name="facts.drift"
            hint="one standard deviation"
            ><QuantityInput v-model="state.facts.drift!" kind="temperatureChange"
          /></UFormField>
          <UFormField
            v-if="state.facts.kind === 'barometer'"
            label="Drift over a hold"
            name="facts.drift"
            hint="one standard deviation"
            ><QuantityInput v-model="state.facts.drift!" kind="weather"
          /></UFormField>
          <UFormField v-if="state.facts.kind === 'rig'" label="Volume of hoses and gauge" name="facts.volume"
            ><QuantityInput v-model="state.facts.volume!" kind="smallVolume"
          /></UFormField>
          <template v-if="state.facts.kind === 'pump'">
            <UFormField label="One stroke" name="facts.stroke"
              ><QuantityInput v-model="state.facts.stroke!" kind="smallVolume"
            /></UFormField>
            <UFormField label="Give or take" name="facts.strokeUncertainty"
              ><QuantityInput v-model="state.facts.strokeUncertainty!" kind="smallVolume"
            /></UFormField>
          </template>
          <template v-if="calibrated">
            <UFormField label="Calibrated" name="calibratedAt"
              ><UInput
                type="date"
                :model-value="day(state.calibratedAt)"
                class="w-full"
                @update:model-value="setDay('calibratedAt', String($event))"
            /></UFormField>
            <UFormField label="Due again" name="calibrationDue"
              ><UInput
                type="date"
                :model-value="day(state.calibrationDue)"
                class="w-full"
                @update:model-value="setDay('calibrationDue', String($event))"
            /></UFormField>
          </template>
        </div>
        <USwitch v-if="item" v-model="state.retired" label="Off the Shelf: not offered any more" />
        <template #actions><UButton type="submit" size="xl" color="neutral" :loading="saving">Save</UButton></template>
      </SchemaForm>
    </template>
  </USlideover>
</template>
