<script setup lang="ts">
import { byHand, type WhatIf } from '#core/hold/ahead/whatIf'
import type { HoldEstimate } from '#core/hold/holdEstimate'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import type { BenchHold, ReadingView } from '#shared/leaktest/hold/holdView'

/** The same readings under one assumption changed, and as two readings by hand would have it. */
const props = defineProps<{ estimate: HoldEstimate; variants: readonly WhatIf[]; hold: BenchHold; readings: ReadingView[] }>()
const hand = computed(() => byHand(props.hold.setup, props.readings))
</script>

<template>
  <table class="w-full">
    <thead class="soft text-left text-sm">
      <tr>
        <th scope="col" class="font-medium">If</th>
        <th scope="col" class="text-right font-medium">mL/min</th>
        <th scope="col" class="pl-4 font-medium">it would be</th>
      </tr>
    </thead>
    <tbody>
      <tr class="font-semibold">
        <th scope="row" class="py-1 text-left">As it is</th>
        <td class="figure text-right">{{ rateText(estimate.leakRate) }}</td>
        <td class="pl-4" :class="verdictLook(estimate.verdict)">{{ lowerFirst(verdictWords[estimate.verdict]) }}</td>
      </tr>
      <tr v-for="variant in variants" :key="variant.assumption">
        <th scope="row" class="py-1 text-left font-normal">{{ assumptionWords[variant.assumption] }}</th>
        <template v-if="variant.estimate"
          ><td class="figure text-right">{{ rateText(variant.estimate.leakRate) }}</td>
          <td class="pl-4" :class="verdictLook(variant.estimate.verdict)">
            {{ lowerFirst(verdictWords[variant.estimate.verdict]) }}
          </td></template
        >
        <td v-else colspan="2" class="soft pl-4">no leak rate</td>
      </tr>
      <tr v-if="hand !== null">
        <th scope="row" class="soft py-1 text-left font-normal">First reading less last, by hand</th>
        <td class="figure soft text-right">{{ hand < 0 ? '−' : '' }}{{ rateText(throughputFromStandard(Math.abs(hand))) }}</td>
        <td class="soft pl-4">no doubt given</td>
      </tr>
    </tbody>
  </table>
</template>
