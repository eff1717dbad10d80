<script setup lang="ts">
import type { Debrief } from '#core/practice/debrief'
import { lowerFirst } from '#core/words/words'
import { shortFigure } from '#shared/writing'

/** A hunt looked back on: the way taken beside the best one, step by step. */
const props = defineProps<{ debrief: Debrief }>()
const percent = (share: number) => `${Math.round(100 * share)} %`
const truth = computed(() =>
  props.debrief.truth
    .map(({ cause, part, rate }) =>
      [cause ?? 'Something on no list', part && `at ${lowerFirst(part)}`, rate > 0 && `${shortFigure(rate, 2)} mL/min`]
        .filter(Boolean)
        .join(', '),
    )
    .join('; and '),
)
const title = computed(() => {
  const { ending, won, proved, stillWrong } = props.debrief
  if (stillWrong) return 'Handed back, and not right'
  if (ending === 'mended' && proved === false) return 'It is mended, and nobody proved it'
  if (ending === 'mended') return won ? 'It is mended' : 'It is mended, after its trap'
  if (ending === 'handed back') {
    if (proved === false) return 'Handed back, and nobody proved it'
    return won ? 'Handed back, and tight' : 'Handed back tight, after its trap'
  }
  return 'Given up'
})
const ways = computed(() => [
  { name: 'You', way: props.debrief.taken },
  { name: 'The best way found', way: props.debrief.best },
  { name: 'A printed list', way: props.debrief.listed },
])
const most = computed(() => Math.max(1, ...ways.value.map(({ way }) => way.minutes)))
</script>

<template>
  <section class="sheet space-y-5 p-5 sm:p-6" aria-labelledby="debrief-title">
    <div>
      <h2 id="debrief-title">{{ title }}</h2>
      <p class="mt-1 text-lg"><b>It was:</b> {{ truth }}.</p>
      <p class="time mt-2 text-lg font-semibold">{{ debrief.remember }}</p>
    </div>
    <ul class="space-y-2">
      <li v-for="{ name, way } in ways" :key="name">
        <div class="flex flex-wrap justify-between gap-x-3">
          <b>{{ name }}</b>
          <span class="figure"
            >{{ way.minutes }} min{{ way.inVain > 0 ? `, ${way.inVain} in vain` : ''
            }}{{ way.mended ? '' : ', not mended' }}</span
          >
        </div>
        <div class="h-2.5 rounded-full bg-(--hair)" aria-hidden="true">
          <div
            class="h-full rounded-full"
            :class="name === 'You' ? 'bg-(--time)' : 'bg-(--ink-soft)'"
            :style="{ width: `${(100 * way.minutes) / most}%` }"
          />
        </div>
      </li>
    </ul>
    <div class="grid gap-5 lg:grid-cols-2">
      <div>
        <h3 class="mb-1 font-semibold">Your way</h3>
        <ol class="divide-y divide-(--hair)">
          <li v-for="(step, k) in debrief.steps" :key="k" class="py-2.5">
            <p class="flex justify-between gap-3">
              <b>{{ k + 1 }}. {{ step.name }}</b
              ><span class="figure soft whitespace-nowrap">{{ step.minutes }} min</span>
            </p>
            <p class="soft">
              Then likeliest: {{ step.suspects.map(each => `${lowerFirst(each.name)} ${percent(each.chance)}`).join(', ') }}.
            </p>
            <p v-if="step.most && step.most.name !== step.name" class="soft">
              Most for its minutes: {{ lowerFirst(step.most.name) }}, {{ step.most.minutes }} min for
              {{ percent(step.most.share) }} of the doubt<span v-if="step.told"
                >; this one: {{ percent(step.told.share) }} in {{ step.told.minutes }} min</span
              >.
            </p>
            <p v-if="step.trap" class="leaking flex gap-1.5 font-medium">
              <UIcon name="i-lucide-triangle-alert" class="mt-1 size-4 shrink-0" />{{ step.trap }}
            </p>
          </li>
        </ol>
      </div>
      <div>
        <h3 class="mb-1 font-semibold">The best way found</h3>
        <ol class="divide-y divide-(--hair)">
          <li v-for="(step, k) in debrief.best.steps" :key="k" class="flex justify-between gap-3 py-2.5">
            <b>{{ k + 1 }}. {{ step.name }}</b
            ><span class="figure soft whitespace-nowrap">{{ step.minutes }} min</span>
          </li>
        </ol>
      </div>
    </div>
  </section>
</template>
