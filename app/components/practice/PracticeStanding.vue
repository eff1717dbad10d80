<script setup lang="ts">
import { LOOKED_AT, type PracticeView } from '#shared/practice'
import { figureText } from '#shared/writing'

/** What somebody is safe on, and how sure they are against how often right. */
const props = defineProps<{ practice: PracticeView }>()
const inks = useInks()
const percent = (share: number) => `${Math.round(100 * share)} %`
const sentence = computed(() => {
  const most = [...props.practice.curves.calibration].sort((a, b) => b.of - a.of)[0]
  return most ? `When you say ${percent(most.sure)}, you are right in ${percent(most.right)} of ${most.of}.` : ''
})
const option = computed(() => {
  const text = { color: inks.value.inkSoft, fontSize: 12.5, fontFamily: 'Archivo Variable' }
  const axis = (name: string) => ({
    type: 'value',
    min: 0.3,
    max: 1,
    interval: 0.35,
    name,
    nameLocation: 'middle',
    nameGap: 28,
    nameTextStyle: text,
    axisLabel: { ...text, formatter: percent },
    splitLine: { show: false },
    axisLine: { show: true, lineStyle: { color: inks.value.hair } },
  })
  return {
    animation: false,
    grid: { left: 64, right: 16, top: 10, bottom: 42 },
    xAxis: axis('how sure'),
    yAxis: { ...axis('right'), min: 0, interval: 0.5, nameGap: 44 },
    series: [
      {
        type: 'line',
        data: [
          [0.3, 0.3],
          [1, 1],
        ],
        symbol: 'none',
        silent: true,
        lineStyle: { color: inks.value.hair, width: 2, type: 'dashed' },
      },
      {
        type: 'line',
        data: props.practice.curves.calibration.map(({ sure, right }) => [sure, right]),
        symbol: 'circle',
        symbolSize: 11,
        itemStyle: { color: inks.value.time },
        lineStyle: { color: inks.value.time, width: 2 },
      },
    ],
  }
})
</script>

<template>
  <section class="sheet p-5" aria-labelledby="safe-title">
    <h2 id="safe-title" class="mb-2">What you are safe on</h2>
    <ul class="divide-y divide-(--hair)">
      <li v-for="each in practice.topics" :key="each.topic" class="flex items-center justify-between gap-3 py-2">
        <span class="flex items-center gap-2">
          <UIcon
            :name="each.safe ? 'i-lucide-circle-check' : 'i-lucide-circle-dashed'"
            class="size-5 shrink-0"
            :class="each.safe ? 'sealed' : 'unsure'"
          />{{ topicWords[each.topic] }}</span
        >
        <span class="figure soft whitespace-nowrap">{{ each.of === 0 ? 'not yet' : `${each.right} of ${each.of}` }}</span>
      </li>
    </ul>
    <p class="soft mt-2 text-sm">Of the last {{ LOOKED_AT }}. What was missed comes back after days.</p>
    <template v-if="practice.curves.of > 0">
      <h3 class="mt-4 font-semibold">How sure, and how often right</h3>
      <div class="h-44" role="img" :aria-label="sentence">
        <LazyChartFigure :option="option" autoresize :update-options="{ notMerge: true }" :init-options="{ renderer: 'svg' }" />
      </div>
      <p>{{ sentence }}</p>
      <p class="soft text-sm">
        Penalty on average {{ figureText(practice.curves.score!, 2) }} of 2, over {{ practice.curves.of }}; a guess each time
        costs 0.67.
      </p>
    </template>
  </section>
</template>
