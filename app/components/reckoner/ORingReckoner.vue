<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { oRingFit } from '#core/repair/amount/oRing'
import { rubbers } from '#core/repair/material/rubbers'

/** How an O-ring sits in its groove, and which rubber stands the fuel. */
const state = useLocalStorage(ownKey('reckoner:oring'), {
  cord: 0.00353 as number | null,
  bore: 0.04 as number | null,
  seat: 0.041 as number | null,
  grooveDepth: 0.0027 as number | null,
  grooveWidth: 0.0048 as number | null,
  fuel: 'petrol' as FuelKey,
})
const isAbove = (value: number | null): value is number => value !== null && Number.isFinite(value) && value > 0
const fit = computed(() => {
  const { cord, bore, seat, grooveDepth, grooveWidth } = state.value
  return isAbove(cord) && isAbove(bore) && isAbove(seat) && isAbove(grooveDepth) && isAbove(grooveWidth)
    ? oRingFit({ cord, bore, seat, grooveDepth, grooveWidth })
    : null
})
const percent = (share: number) => `${(100 * share).toFixed(0)} %`
const stands = computed(() => rubbers.filter(each => each.fuels.includes(state.value.fuel)))
const never = computed(() => rubbers.filter(each => !each.fuels.includes(state.value.fuel)))
</script>

<template>
  <div class="space-y-3">
    <div class="sheet grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Cord"><QuantityInput v-model="state.cord" kind="thread" /></UFormField>
      <UFormField label="Bore of the ring"><QuantityInput v-model="state.bore" kind="thread" /></UFormField>
      <UFormField label="Diameter it sits on"><QuantityInput v-model="state.seat" kind="thread" /></UFormField>
      <UFormField label="Groove, deep"><QuantityInput v-model="state.grooveDepth" kind="thread" /></UFormField>
      <UFormField label="Groove, wide"><QuantityInput v-model="state.grooveWidth" kind="thread" /></UFormField>
      <UFormField label="Fuel"
        ><USelect
          v-model="state.fuel"
          :items="fuels.map(each => ({ label: each.name, value: each.key }))"
          class="w-full"
          aria-label="Fuel"
      /></UFormField>
    </div>
    <section v-if="fit" class="sheet">
      <p class="text-[1.15rem]">
        Squeezed by <b class="figure">{{ percent(fit.squeeze) }}</b>, stretched by
        <b class="figure">{{ percent(fit.stretch) }}</b>, it fills <b class="figure">{{ percent(fit.fill) }}</b> of its groove.
      </p>
      <p v-if="!fit.faults.length" class="sealed font-semibold">
        <StateSign look="sealed" /> It fits: 15 to 30 % of squeeze, at most 5 % of stretch, at most 85 % full.
      </p>
      <p v-for="fault in fit.faults" :key="fault" class="leaking font-semibold">{{ fault }}</p>
    </section>
    <section class="sheet">
      <p v-for="each in stands" :key="each.key">
        <b class="font-semibold">{{ each.name }}</b>: {{ each.why }}; not below {{ each.coldest }} °C.
      </p>
      <p class="soft mt-1">
        Never here: {{ never.map(each => `${lowerFirst(each.name)} (${each.why})`).join('; ') }}. Lubricant that fuel and rubber
        stand.
      </p>
    </section>
  </div>
</template>
