<script setup lang="ts">
import { causeOf } from '#core/complaint/causes'
import { betaMean, chanceOfHolding } from '#core/repair/decide/beta'
import { isRepairMethodKey, repairMethod, repairMethodName } from '#core/repair/method/repairMethods'
import type { HeldRecords, PastFigures } from '#shared/views'

/** The shop's own figures: what failed, how long repairs held, where the hours went, and what of it moves the odds. */
const {
  value: figures,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PastFigures>('past/figures'),
  () => false,
)
const { value: held } = useRefreshed(
  () => callApi<HeldRecords>('held'),
  () => false,
)
const inks = useInks()
const causesOption = computed(() => {
  const rows = [...(figures.value?.causes ?? [])].slice(0, 12).reverse()
  return {
    animation: false,
    grid: { left: 8, right: 36, top: 4, bottom: 4, containLabel: true },
    xAxis: { type: 'value' as const, show: false },
    yAxis: {
      type: 'category' as const,
      data: rows.map(row => causeOf(row.cause).name),
      axisLabel: { color: inks.value.ink, fontSize: 13, lineHeight: 15, width: 220, overflow: 'truncate' as const },
      axisLine: { show: false },
      axisTick: { show: false },
    },
    series: [
      {
        type: 'bar' as const,
        data: rows.map(row => row.jobs),
        barMaxWidth: 22,
        itemStyle: { color: inks.value.inkSoft, borderRadius: 3 },
        label: { show: true, position: 'right' as const, color: inks.value.ink, fontSize: 13 },
      },
    ],
  }
})
const hours = computed(() => {
  if (!figures.value) return []
  const { tests, repairs, curing, watching } = figures.value.hours
  return [
    { name: 'Tests that ran', seconds: tests },
    { name: 'Repairs, stage by stage', seconds: repairs },
    { name: 'Curing', seconds: curing },
    { name: 'Watched in use', seconds: watching },
  ]
})
const most = computed(() => Math.max(1, ...hours.value.map(each => each.seconds)))
/** Of ten repairs, by the trade alone and with what was seen here. */
const odds = computed(() =>
  Object.entries(held.value ?? {}).flatMap(([key, record]) => {
    if (!isRepairMethodKey(key) || !record) return []
    const { holds, name } = repairMethod(key)
    const of = (seen: typeof record) => Math.round(100 * betaMean(chanceOfHolding(holds, seen))) / 10
    return [{ key, name, seen: record, before: of({ held: 0, back: 0 }), after: of(record) }]
  }),
)
</script>

<template>
  <PageState v-if="!figures" :error="error" @retry="refresh" />
  <div v-else class="space-y-3">
    <p v-if="!figures.causes.length && !figures.methods.length" class="sheet py-8 text-center">
      Nothing to count yet. Say on each job what it turned out to be; repairs are followed by themselves.
    </p>
    <div class="grid grid-cols-[minmax(0,1fr)] items-start gap-3 lg:grid-cols-2">
      <section v-if="figures.causes.length" class="sheet" aria-labelledby="failed-title">
        <h2 id="failed-title" class="mb-2">What failed, by jobs</h2>
        <div :style="{ height: `${Math.min(12, figures.causes.length) * 40 + 8}px` }" aria-hidden="true">
          <LazyChartFigure :option="causesOption" autoresize :init-options="{ renderer: 'svg' }" />
        </div>
        <ul class="sr-only">
          <li v-for="each in figures.causes" :key="each.cause">{{ causeOf(each.cause).name }}: {{ each.jobs }}</li>
        </ul>
      </section>
      <section class="sheet" aria-labelledby="hours-title">
        <h2 id="hours-title" class="mb-2">Where the hours went</h2>
        <p v-for="each in hours" :key="each.name" class="py-1.5">
          <span class="flex justify-between gap-3"
            ><span>{{ each.name }}</span
            ><span class="figure">{{ Math.round(each.seconds / 3600) }} h</span></span
          >
          <span class="mt-1 block h-2 rounded bg-(--hair)"
            ><span class="block h-2 rounded bg-(--tank-line)" :style="{ width: `${(100 * each.seconds) / most}%` }"
          /></span>
        </p>
        <p class="soft mt-2">
          {{ countOf(figures.jobs, 'job') }} so far<template v-if="figures.days !== null"
            >; from complaint to handed back {{ Math.max(1, Math.round(figures.days)) }} days in the middle</template
          >.
        </p>
      </section>
    </div>
    <section v-if="figures.methods.length" class="sheet" aria-labelledby="held-title">
      <h2 id="held-title" class="mb-1">How long repairs held</h2>
      <p class="soft mb-3 text-[0.9rem]">Each is followed until it came back, was mended anew, or the job was last heard of.</p>
      <div class="grid gap-x-6 gap-y-4 sm:grid-cols-2 lg:grid-cols-3">
        <div v-for="each in figures.methods.slice(0, 9)" :key="each.method">
          <p class="font-semibold">{{ repairMethodName(each.method) }}</p>
          <p class="soft text-[0.9rem]">
            {{ countOf(each.followed.length, 'repair') }}, {{ each.followed.filter(one => one.back).length }} came back
          </p>
          <HeldChart :followed="each.followed" :name="repairMethodName(each.method)" />
        </div>
      </div>
    </section>
    <section v-if="odds.length" class="sheet" aria-labelledby="odds-title">
      <h2 id="odds-title" class="mb-1">What that moves</h2>
      <p class="soft mb-2 text-[0.9rem]">
        Of ten repairs so many are expected to hold: by the trade alone, then with what held here. The suspects are moved by
        what jobs turned out to be, on Narrow, with a switch to see them without.
      </p>
      <div class="overflow-x-auto">
        <table class="w-full text-left">
          <thead>
            <tr class="soft">
              <th class="py-1 pr-3 font-semibold">Method</th>
              <th class="pr-3 font-semibold">The trade</th>
              <th class="pr-3 font-semibold">Here</th>
              <th class="font-semibold">With both</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="each in odds" :key="each.key" class="border-t border-(--hair)">
              <td class="py-2 pr-3">{{ each.name }}</td>
              <td class="figure pr-3">{{ each.before }}</td>
              <td class="figure pr-3">{{ each.seen.held }} held, {{ each.seen.back }} back</td>
              <td class="figure font-bold">{{ each.after }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>
