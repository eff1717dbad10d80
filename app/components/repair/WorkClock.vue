<script setup lang="ts">
import { ringsBefore } from '#core/repair/cure/potLife'
import type { RunNow } from '#shared/repair/runView'

/** How long the cup in hand can still be worked, readable at two metres; then: do not go on. */
const props = defineProps<{ run: RunNow; told: string }>()
const work = computed(() => props.run.state.work)
const left = computed(() => (work.value ? (work.value.until - props.run.now) / 1000 : 0))
const total = computed(() => (work.value ? (work.value.until - work.value.from) / 1000 : 1))
const rings = computed(() => ringsBefore(total.value))
const over = computed(() => left.value <= 0)
const soon = computed(() => !over.value && left.value <= rings.value)
const byThen = computed(() => (work.value ? clockText(props.run.clock.toWall(work.value.until)) : ''))
</script>

<template>
  <section
    v-if="work"
    class="sheet"
    :class="over ? 'border-3 border-(--leaking)' : soon ? 'border-3 border-(--time)' : ''"
    aria-labelledby="work-title"
  >
    <div class="flex flex-wrap justify-between gap-x-6">
      <h2 id="work-title">Left to work it</h2>
      <p class="soft text-sm font-semibold">{{ told }}</p>
    </div>
    <div
      class="flex flex-wrap items-end gap-x-5"
      role="timer"
      :aria-label="over ? 'Work time is over' : `${waitText(left)} left to work it`"
    >
      <p class="figure text-[clamp(4rem,16vw,7.5rem)] leading-none" :class="over && 'leaking'">
        {{ over ? '0:00' : durationText(left) }}
      </p>
      <p class="pb-2 text-[1.2rem]">
        <template v-if="over"><b class="leaking font-semibold">It has set or will not wet: do not go on.</b></template>
        <template v-else
          >then it drags. Be done by <b class="font-semibold">{{ byThen }}</b>.</template
        >
      </p>
    </div>
    <div class="relative mt-2 h-3 rounded-full bg-(--hair)" role="presentation">
      <span
        class="absolute inset-y-0 left-0 rounded-full bg-(--time)"
        :style="{ width: `${Math.min(100, 100 * (1 - left / total))}%` }"
      />
      <span class="absolute -inset-y-1.5 w-1 bg-(--leaking)" :style="{ left: `${100 * (1 - rings / total)}%` }" />
    </div>
  </section>
</template>
