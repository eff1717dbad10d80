<script setup lang="ts">
import { fuels, fuelName, type FuelKey } from '#core/fuel/fuels'
import { fuelThroughLeak } from '#core/fuel/fuelThroughLeak'
import { equivalentHole } from '#core/gas/equivalentHole'

/** What a leak rate means: a hole, fuel a day, and what would be seen. */
const props = defineProps<{ rate: number; pressure: number; fuel: FuelKey; viscousWeight?: number }>()
const { short } = useQuantities()
const HEAD = 0.3
const meaning = computed(() =>
  fuelThroughLeak(
    props.rate,
    props.pressure,
    fuels.find(each => each.key === props.fuel)!,
    { head: HEAD, ...(props.viscousWeight !== undefined && { viscousWeight: props.viscousWeight }) },
  ),
)
</script>

<template>
  <div class="space-y-1">
    <p class="text-lg font-semibold">
      {{ leakLookWords[meaning.look]
      }}<template v-if="meaning.dropEvery">, a drop every {{ waitText(meaning.dropEvery) }} or so</template>
    </p>
    <p v-if="rate > 0">
      About {{ aDay(meaning.likely) }} of {{ fuelName(fuel).toLowerCase() }} a day if it stands {{ HEAD }} m above the leak;
      anything from {{ aDay(meaning.low) }} to {{ aDay(meaning.high) }}. As air it is one round hole of
      {{ short('hole', equivalentHole(rate, pressure), 2) }}.
    </p>
    <p class="soft text-sm">
      From gas to fuel is an order of magnitude: dirt, surface tension and the crack’s shape are not in it.
    </p>
  </div>
</template>
