<script setup lang="ts">
import { fuels, type FuelKey } from '#core/fuel/fuels'
import { harmlessFuel } from '#core/fuel/fuelThroughLeak'
import { smallestWetSeen, wetWatch } from '#core/leaktest/wet/smallestWetSeen'
import { wetLooks } from '#core/leaktest/wet/wetLooks'

/** With fuel in: how long each way of looking takes to show what matters, and what it shows in the time there is. */
const state = useLocalStorage(ownKey('reckoner:watch'), { fuel: 'petrol' as FuelKey, watch: 1800 as number | null })
const fuel = computed(() => fuels.find(each => each.key === state.value.fuel)!)
const harmless = computed(() => harmlessFuel(fuel.value))
const ways = computed(() => {
  const { watch } = state.value
  const known = watch !== null && watch > 0 && Number.isFinite(watch)
  return wetLooks.map(look => {
    const needs = wetWatch(look, fuel.value, harmless.value)
    return {
      look,
      needs,
      seen: known ? smallestWetSeen(look, fuel.value, watch) : null,
      enough: known && watch >= needs,
    }
  })
})
</script>

<template>
  <section class="sheet">
    <h2 class="mb-3">With fuel in: how long to watch</h2>
    <div class="grid grid-cols-2 gap-x-5 gap-y-4 sm:grid-cols-3">
      <UFormField label="Fuel"
        ><USelect
          v-model="state.fuel"
          :items="fuels.map(each => ({ label: each.name, value: each.key }))"
          class="w-full"
          aria-label="Fuel that stands in it"
      /></UFormField>
      <UFormField label="You watch for"><QuantityInput v-model="state.watch" kind="minutes" /></UFormField>
    </div>
    <p class="soft mt-3">
      More than {{ aDay(harmless) }} of {{ lowerFirst(fuel.name) }} a day stains or drips: a place is dry once so much would
      have shown.
    </p>
    <ul class="mt-1 divide-y divide-(--hair)">
      <li v-for="{ look, needs, seen, enough } in ways" :key="look.key" class="py-3">
        <p class="text-[1.08rem] font-semibold">
          <UIcon :name="enough ? 'i-lucide-check' : 'i-lucide-hourglass'" class="soft size-5 align-[-0.2em]" /> {{ look.name }}:
          <template v-if="needs === Infinity">never enough here, it dries as fast as it comes</template>
          <template v-else
            >{{ waitText(needs) }}<template v-if="seen !== null && !enough">, longer than that</template></template
          >
        </p>
        <p class="soft">
          {{ look.doing }}
          <template v-if="seen !== null">In your time it shows {{ aDay(seen, 2) }} a day.</template>
        </p>
        <p class="soft text-sm">Fooled by: {{ lowerFirst(look.fooledBy) }}</p>
      </li>
    </ul>
  </section>
</template>
