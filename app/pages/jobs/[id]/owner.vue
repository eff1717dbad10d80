<script setup lang="ts">
import { countText } from '#shared/writing'
import { decide, defectOf, type Way } from '#shared/repair/decision'

/** One page for the owner to choose from: what is wrong, the ways, what each comes to, and what money does not move. */
const route = useRoute()
const id = String(route.params.id)
const { job, error, refresh, standing } = useJob(id)
const { side } = useShopSide()
const { short } = useQuantities()
const leak = computed(() => job.value?.leaks.find(each => each.id === route.query.leak) ?? job.value?.leaks[0])
const part = computed(() => job.value?.parts.find(each => each.id === leak.value?.partId))
const card = computed(() => job.value && leak.value && defectOf(job.value, leak.value.id))
const decision = computed(() => (job.value && side.value && leak.value ? decide(job.value, leak.value.id, side.value) : null))
const counts = {
  'lasting': 'for good',
  'short-lived': 'may work loose',
  'trial': 'a trial over a week',
  'temporary': 'only to get it home',
}
/** Of what an owner would ask about: what is made for another metal, or mends something else, is not. */
const limits = computed(() => {
  const defect = card.value?.defect
  return (decision.value?.ranking.notHere ?? []).filter(
    ({ limit, method: { mends, on } }) =>
      limit && defect && (mends.length === 0 || mends.includes(defect.what)) && (!on || on.materials.includes(defect.material)),
  )
})
const print = () => window.print()
/** To two figures: more would claim what nobody knows. */
const rounded = (value: number) => Number(value.toPrecision(2))
const money = (value: number) => countText(rounded(value))
const days = (value: number) => (value < 2 ? rounded(value) : Math.round(value))
const tenths = (value: number) => Math.round(10 * value)
const years = (value: number) => (value < 1 ? 'the way home' : value < 1.5 ? 'about a year' : `about ${value} years`)
/** What each way comes to: the likely figure, and between what it lies. */
const columns = (way: Way) => {
  const { chance, days: takes, cost } = way.weighed
  return [
    {
      label: 'Holds, of ten',
      likely: Math.min(9, tenths(chance.expected)),
      range: `${tenths(chance.low)} to ${tenths(chance.high)}`,
    },
    { label: 'Days', likely: days(takes.expected), range: `${days(takes.low)} to ${days(takes.high)}` },
    ...(decision.value?.rates
      ? [{ label: 'Cost', likely: money(cost.expected), range: `${money(cost.low)} to ${money(cost.high)}` }]
      : []),
  ]
}
useActionKeys('For the owner', [{ key: 'p', label: 'Print', run: print }])
</script>

<template>
  <PageState v-if="!job || !standing || !decision" :error="error" @retry="refresh" />
  <div v-else-if="leak && part && card" class="page max-w-4xl">
    <div class="no-print mb-4 flex items-center justify-between gap-3">
      <NuxtLink :to="`/jobs/${id}/leaks/${leak.id}`" class="soft font-semibold hover:underline">← How to mend it</NuxtLink>
      <UButton color="neutral" size="xl" icon="i-lucide-printer" @click="print"
        >Print<span class="key max-sm:hidden">P</span></UButton
      >
    </div>
    <article class="sheet space-y-5 p-5 sm:p-10">
      <header class="border-b-2 border-(--ink) pb-3">
        <p class="soft font-semibold">For you to choose</p>
        <h1>{{ job.craft.name }}, {{ job.tankName }}: leak at the {{ lowerFirst(part.name) }}</h1>
        <p class="mt-1">{{ defectWords(card.defect, short).join(' ') }}</p>
      </header>
      <table class="w-full text-left">
        <thead class="max-sm:sr-only">
          <tr class="soft text-sm">
            <th class="py-1 pr-4">Way</th>
            <th v-for="column in columns(decision.ways[0]!)" :key="column.label" class="py-1 pr-4">{{ column.label }}</th>
            <th class="py-1">Lasts</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="way in decision.ways"
            :key="way.method.key"
            class="border-t border-(--hair) align-top max-sm:grid max-sm:grid-cols-3 max-sm:py-3"
          >
            <td class="pr-4 font-semibold max-sm:col-span-3 sm:py-2">
              {{ way.method.doing
              }}<span class="soft block text-sm font-normal"
                >{{ counts[way.method.counts] }}<template v-if="way.isDefault">; what we would do</template></span
              >
            </td>
            <td v-for="column in columns(way)" :key="column.label" class="pr-4 whitespace-nowrap sm:py-2">
              <span class="soft block text-sm sm:hidden">{{ column.label }}</span>
              <b class="figure text-[1.15rem]">{{ column.likely }}</b>
              <span class="soft figure block text-sm">{{ column.range }}</span>
            </td>
            <td class="max-sm:col-span-3 sm:py-2">
              <span class="soft text-sm sm:hidden">Lasts </span>{{ years(way.method.years) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="soft text-sm">
        The likely figure, and between what eight of ten such jobs lie. Days and cost include what follows if it does not hold:
        it is done again, or done otherwise.
      </p>
      <section v-if="limits.length">
        <h2>What money does not move</h2>
        <p v-for="each in limits" :key="each.method.key" class="soft">{{ each.method.doing }}: {{ each.why }}.</p>
        <p v-if="job.craft.kind === 'light aircraft'" class="soft">
          It carries people: whatever is done follows approved data and is released by whoever may.
        </p>
      </section>
      <p class="flex flex-wrap gap-x-10 gap-y-6 pt-8">
        <span class="min-w-56 flex-1 border-t border-(--ink) pt-1">What you choose</span>
        <span class="min-w-56 flex-1 border-t border-(--ink) pt-1">Name and day</span>
      </p>
    </article>
  </div>
</template>
