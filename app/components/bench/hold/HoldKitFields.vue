<script setup lang="ts">
import { WETTED_FLAG } from '#core/hold/belief/holdBudget'
import { bottlePlaces, type BottlePlace } from '#core/hold/bottle/bottle'
import { usualBottle, withBarometer, withKit, withThermometer, type HoldDraft } from '#shared/leaktest/hold/holdDraft'

/** Gauge, thermometer, barometer and rig of a hold: from the Shelf by a tap, or typed. */
defineProps<{ now: number }>()
const draft = defineModel<HoldDraft>({ required: true })
const { kit, of, overdue } = useKit()
const change = (some: Partial<HoldDraft>) => Object.assign(draft.value, some)
const { short } = useQuantities()

const slots = [
  { slot: 'gauge', name: 'Gauge' },
  { slot: 'thermometer', name: 'Thermometer' },
  { slot: 'barometer', name: 'Barometer' },
  { slot: 'rig', name: 'Rig' },
  { slot: 'bottle', name: 'Bottle' },
] as const
const lieWords: Record<BottlePlace, string> = { 'inside': 'In the tank', 'on the skin': 'On its skin', 'beside': 'Beside it' }
const tied = computed({
  get: () => draft.value.bottle !== null,
  set: on => change({ bottle: on ? { ...usualBottle } : null, ...(!on && { kit: { ...draft.value.kit, bottle: undefined } }) }),
})
const rig = computed(() => of('rig').find(item => item.id === draft.value.kit.rig))
const late = computed(() =>
  slots.flatMap(({ slot }) => of(slot).filter(item => item.id === draft.value.kit[slot] && overdue(item))),
)
/** Who reads a gauge says how fine it is: readings are no finer than its marks. */
const asksMark = computed(() => draft.value.source === 'typed' && !(draft.value.gaugeStep > 0))
// The only gauge of the shop is the one that is read.
watch(
  [kit, asksMark],
  () => {
    const gauges = of('gauge')
    if (asksMark.value && gauges.length === 1 && !draft.value.kit.gauge) change(withKit(draft.value, 'gauge', gauges[0]!))
  },
  { immediate: true },
)
const says = computed(() => {
  const { gaugeStep, hasThermometer, temperatureDoubt, hasBarometer, rigLeak, bottle, kit: taken } = draft.value
  const gauge = of('gauge').find(item => item.id === taken.gauge)?.name ?? 'Gauge'
  return [
    gaugeStep > 0 ? `${gauge} to ${short('pressureStep', gaugeStep)}` : 'smallest mark of the gauge not said',
    hasThermometer ? 'thermometer on the skin' : `no thermometer, ${short('temperatureChange', temperatureDoubt)} unseen`,
    hasBarometer ? 'barometer read' : 'no barometer',
    rigLeak > 0 ? `rig leaks ${short('rate', rigLeak, 2)}` : rig.value ? 'rig taken as tight' : 'rig not checked',
    ...(bottle ? ['against a bottle'] : []),
  ].join('; ')
})
const rigHint = (now: number) => {
  if (!rig.value) return 'dead-ended, 0 if tight'
  return rig.value.rigLeak ? `checked ${clockText(rig.value.rigLeak.at, now)}` : 'never checked: check it first'
}
</script>

<template>
  <div class="sheet">
    <FoldedGroup
      label="Gauge, thermometer, barometer, rig"
      :says="says"
      :fields="[
        'gaugeStep',
        'gaugeNoise',
        'gaugeStick',
        'temperatureDoubt',
        'barometerDoubt',
        'rigLeak',
        'rigLeakDoubt',
        'bottle',
        'kit',
      ]"
      :wanted="asksMark"
    >
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
        <UFormField label="Smallest mark of the gauge" name="gaugeStep" :hint="asksMark ? 'look at the dial' : undefined">
          <QuantityInput
            :model-value="draft.gaugeStep || null"
            kind="pressureStep"
            @update:model-value="change({ gaugeStep: $event ?? 0 })"
          />
        </UFormField>
        <UFormField label="Its noise" name="gaugeNoise" hint="one standard deviation">
          <QuantityInput v-model="draft.gaugeNoise" kind="pressureStep" />
        </UFormField>
        <UFormField
          v-if="draft.source === 'camera'"
          label="Its needle sticks by"
          name="gaugeStick"
          :help="`How far it jumps when you tap the glass. Empty: half a step, ${short('pressureStep', draft.gaugeStep / 2)}.`"
        >
          <QuantityInput v-model="draft.gaugeStick" kind="pressureStep" />
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
      <div class="mt-4 space-y-3">
        <USwitch v-model="tied" label="Against a closed bottle: a gauge or water column between it and the tank" />
        <template v-if="draft.bottle">
          <p class="soft">
            Fill it together with the tank, wait until the gas has settled, then shut it off. Push a little air into the tank
            once, so that the difference jumps: that shows that it is shut. Temperature and weather then drop out, but for their
            difference; a bottle that leaks hides a leak.
          </p>
          <UFormField label="It lies" name="bottle.lies">
            <TapChoice v-model="draft.bottle.lies" :options="bottlePlaces" :words="lieWords" several label="It lies" />
          </UFormField>
          <div class="grid gap-x-5 gap-y-4 sm:grid-cols-4">
            <UFormField label="Its volume" name="bottle.volume">
              <QuantityInput v-model="draft.bottle.volume" kind="volume" />
            </UFormField>
            <UFormField label="Step between" name="bottle.step">
              <QuantityInput v-model="draft.bottle.step" kind="pressureStep" />
            </UFormField>
            <UFormField label="Noise between" name="bottle.noise">
              <QuantityInput v-model="draft.bottle.noise" kind="pressureStep" />
            </UFormField>
            <UFormField label="It may leak" name="bottle.leakDoubt">
              <QuantityInput v-model="draft.bottle.leakDoubt" kind="rate" />
            </UFormField>
          </div>
        </template>
      </div>
      <p v-if="draft.kit.rig && !rig?.rigLeak" class="mt-3">
        <NuxtLink :to="`/shelf/rig/${draft.kit.rig}`" class="font-semibold underline">Check this rig dead-ended</NuxtLink>, so
        that its own leak is not taken for the tank’s.
      </p>
      <p v-if="draft.wettedShare >= WETTED_FLAG" class="unsure mt-3 font-semibold">
        Fuel vapour moves with temperature and takes minutes to settle: the doubt is widened for it. A dry or inert tank is the
        better test.
      </p>
    </FoldedGroup>
  </div>
</template>
