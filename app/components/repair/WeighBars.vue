<script setup lang="ts">
import { countText, figureText } from '#shared/writing'
import type { Way } from '#shared/repair/decision'

/** What each way comes to, with what follows if it does not hold: a dot with its spread, on one scale. */
const props = defineProps<{ ways: readonly Way[]; by: 'days' | 'cost' }>()
const most = computed(() => Math.max(1e-9, ...props.ways.map(way => way.weighed[props.by].high)) * 1.06)
const at = (value: number) => `${(100 * value) / most.value}%`
const text = (value: number) => (props.by === 'days' ? figureText(value, 1) : countText(value))
</script>

<template>
  <ul class="space-y-3">
    <li
      v-for="way in ways"
      :key="way.method.key"
      class="grid grid-cols-[minmax(0,1fr)] gap-1 sm:grid-cols-[13rem_minmax(0,1fr)] sm:gap-4"
    >
      <span class="leading-snug">{{ way.method.doing }}</span>
      <span
        class="relative block h-9"
        role="img"
        :aria-label="`${text(way.weighed[by].expected)} ${by === 'days' ? 'days' : ''}, a tenth below ${text(way.weighed[by].low)}, a tenth above ${text(way.weighed[by].high)}`"
      >
        <span
          class="absolute top-2 h-1 rounded bg-(--time)"
          :style="{ left: at(way.weighed[by].low), width: at(way.weighed[by].high - way.weighed[by].low) }"
        />
        <span
          class="absolute top-2.5 size-4 -translate-x-1/2 -translate-y-1/2 rounded-full bg-(--time)"
          :style="{ left: at(way.weighed[by].expected) }"
        />
        <span class="figure soft absolute top-4.5 -translate-x-1/2 text-sm" :style="{ left: at(way.weighed[by].expected) }">{{
          text(way.weighed[by].expected)
        }}</span>
      </span>
    </li>
  </ul>
</template>
