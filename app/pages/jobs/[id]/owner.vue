<script setup lang="ts">
import { decide, defectOf } from '#shared/repair/decision'

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
/** Of what is worth asking about: what is made for other parts is not. */
const limits = computed(() => decision.value?.ranking.notHere.filter(each => each.limit) ?? [])
const print = () => window.print()
const money = (value: number) => Math.round(value).toLocaleString('en').replaceAll(',', ' ')
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
      <div class="overflow-x-auto">
        <table class="w-full text-left">
          <thead>
            <tr class="soft text-sm">
              <th class="py-1 pr-4">Way</th>
              <th class="py-1 pr-4">Counts</th>
              <th class="py-1 pr-4">Holds, of ten</th>
              <th class="py-1 pr-4">Days, most likely</th>
              <th v-if="decision.rates" class="py-1 pr-4">Cost, most likely</th>
              <th class="py-1">Buys</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="way in decision.ways" :key="way.method.key" class="border-t border-(--hair) align-top">
              <td class="py-2 pr-4 font-semibold">
                {{ way.method.doing }}<span v-if="way.isDefault" class="soft block text-sm font-normal">what we would do</span>
              </td>
              <td class="py-2 pr-4">{{ counts[way.method.counts] }}</td>
              <td class="figure py-2 pr-4">
                {{ Math.min(9, Math.round(10 * way.weighed.chance.expected)) }} ({{
                  Math.round(10 * way.weighed.chance.low)
                }}–{{ Math.round(10 * way.weighed.chance.high) }})
              </td>
              <td class="figure py-2 pr-4">
                {{ way.weighed.days.expected.toFixed(1) }} ({{ way.weighed.days.low.toFixed(1) }}–{{
                  way.weighed.days.high.toFixed(1)
                }})
              </td>
              <td v-if="decision.rates" class="figure py-2 pr-4">
                {{ money(way.weighed.cost.expected) }} ({{ money(way.weighed.cost.low) }}–{{ money(way.weighed.cost.high) }})
              </td>
              <td class="py-2">{{ way.method.years < 1 ? 'the way home' : `about ${way.method.years} years` }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="soft text-sm">
        Days and cost include what follows if it does not hold: it is done again, or done otherwise. In brackets: a tenth of
        such jobs lie below, a tenth above.
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
