<script setup lang="ts">
import { WETTED_FLAG } from '#core/hold/holdBudget'
import { withBarometer, withKit, withThermometer, type HoldDraft } from '#shared/leaktest/hold/holdDraft'

/** Gauge, thermometer, barometer and rig of a hold: from the Shelf by a tap, or typed. */
defineProps<{ now: number }>()
const draft = defineModel<HoldDraft>({ required: true })
const { kit, of, overdue } = useKit()
const change = (some: Partial<HoldDraft>) => Object.assign(draft.value, some)

const slots = [
  { slot: 'gauge', name: 'Gauge' },
  { slot: 'thermometer', name: 'Thermometer' },
  { slot: 'barometer', name: 'Barometer' },
  { slot: 'rig', name: 'Rig' },
] as const
const rig = computed(() => of('rig').find(item => item.id === draft.value.kit.rig))
const late = computed(() =>
  slots.flatMap(({ slot }) => of(slot).filter(item => item.id === draft.value.kit[slot] && overdue(item))),
)
const rigHint = (now: number) => {
  if (!rig.value) return 'dead-ended, 0 if tight'
  return rig.value.rigLeak ? `checked ${clockText(rig.value.rigLeak.at, now)}` : 'never checked: check it first'
}
</script>

<template>
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
          @click="change(withKit(draft, slot, item))"
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
      <UFormField label="Smallest step of the gauge" name="gaugeStep">
        <QuantityInput v-model="draft.gaugeStep" kind="pressureStep" />
      </UFormField>
      <UFormField label="Its noise" name="gaugeNoise" hint="one standard deviation">
        <QuantityInput v-model="draft.gaugeNoise" kind="pressureStep" />
      </UFormField>
      <UFormField
        name="temperatureDoubt"
        :label="draft.hasThermometer ? 'Thermometer drift over the hold' : 'Temperature may change unseen by'"
      >
        <template #hint>
          <USwitch
            :model-value="draft.hasThermometer"
            label="on the skin"
            @update:model-value="change(withThermometer($event))"
          />
        </template>
        <QuantityInput v-model="draft.temperatureDoubt" kind="temperatureChange" />
      </UFormField>
      <UFormField
        name="barometerDoubt"
        :label="draft.hasBarometer ? 'Barometer drift over the hold' : 'Weather may change unseen by'"
      >
        <template #hint>
          <USwitch :model-value="draft.hasBarometer" label="read" @update:model-value="change(withBarometer($event))" />
        </template>
        <QuantityInput v-model="draft.barometerDoubt" kind="weather" />
      </UFormField>
      <UFormField label="Leak of the rig itself" name="rigLeak" :hint="rigHint(now)">
        <QuantityInput v-model="draft.rigLeak" kind="rate" />
      </UFormField>
      <UFormField label="Give or take" name="rigLeakDoubt">
        <QuantityInput v-model="draft.rigLeakDoubt" kind="rate" />
      </UFormField>
    </div>
    <p v-if="draft.kit.rig && !rig?.rigLeak" class="mt-3">
      <NuxtLink :to="`/shelf/rig/${draft.kit.rig}`" class="font-semibold underline">Check this rig dead-ended</NuxtLink>, so
      that its own leak is not taken for the tank’s.
    </p>
    <p v-if="draft.wettedShare >= WETTED_FLAG" class="unsure mt-3 font-semibold">
      Fuel vapour moves with temperature and takes minutes to settle: the doubt is widened for it. A dry or inert tank is the
      better test.
    </p>
  </div>
</template>
