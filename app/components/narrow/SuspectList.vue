<script setup lang="ts">
import { breakpointsTailwind, useBreakpoints } from '@vueuse/core'
import { causeOf } from '#core/complaint/causes'
import type { Suspect, Suspects } from '#core/complaint/suspects'

/** The suspects, likeliest first, with chance, place, reasons, look, and what is commonly taken for it. */
const props = defineProps<{ suspects: Suspects; without: Suspects | null; mayWork: boolean; said: readonly string[] }>()
defineEmits<{
  list: [suspect: Suspect, purchase: { name: string; measure: string | null }]
  was: [suspect: Suspect]
  pick: [partId: string]
}>()
const opened = ref<string | null>(null)
const all = ref(false)
const LIKELY = 0.02
const isNarrow = useBreakpoints(breakpointsTailwind).smaller('sm')
const shown = computed(() =>
  props.suspects.list.filter((suspect, i) => all.value || i < 3 || (suspect.chance >= LIKELY && i < (isNarrow.value ? 5 : 8))),
)
const rest = computed(() => props.suspects.list.length - shown.value.length)
const movedBy = (suspect: Suspect) => {
  const plain = props.without?.list.find(each => each.cause.key === suspect.cause.key)
  return plain && Math.abs(suspect.chance - plain.chance) >= 0.005 ? plain.chance : null
}
/** How much each thing that was said speaks for the suspects that are shown, on average. */
const usual = computed(() => {
  const all = shown.value.flatMap(suspect => suspect.reasons)
  const sum = new Map<string, number>()
  for (const { words, weight } of all) sum.set(words, (sum.get(words) ?? 0) + weight / shown.value.length)
  return sum
})
/**
 * The reason told on the line itself: what speaks for this one more than for the others that are shown, else the strongest
 * against.
 */
const telling = (suspect: Suspect) =>
  suspect.reasons
    .filter(reason => reason.weight > 0)
    .sort((a, b) => b.weight - (usual.value.get(b.words) ?? 0) - (a.weight - (usual.value.get(a.words) ?? 0)))[0] ??
  suspect.reasons[0]
/** Places that it would be on, while one does not outweigh the others. */
const places = (suspect: Suspect) =>
  suspect.parts
    .filter(part => part.chance >= 0.25 * (suspect.parts[0]?.chance ?? 0))
    .map(part => lowerFirst(part.name))
    .slice(0, 4)
</script>

<template>
  <ol class="divide-y divide-(--hair)" aria-label="Suspects">
    <li v-for="suspect in shown" :key="suspect.cause.key" class="py-2">
      <button
        type="button"
        class="grid min-h-11 w-full cursor-pointer grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 text-left"
        :aria-expanded="opened === suspect.cause.key"
        @click="opened = opened === suspect.cause.key ? null : suspect.cause.key"
      >
        <span class="font-semibold leading-tight">{{ suspect.cause.name }}</span>
        <span class="figure text-lg">{{ chanceText(suspect.chance) }}</span>
        <span class="col-span-2 mt-1 block h-2 rounded-full bg-(--hair)"
          ><span class="block h-2 rounded-full bg-(--ink)" :style="{ width: `${Math.max(1, 100 * suspect.chance)}%` }"
        /></span>
        <span v-if="telling(suspect)" class="soft col-span-2 mt-1 text-sm"
          >{{ telling(suspect)!.weight > 0 ? 'For' : 'Against' }}: {{ telling(suspect)!.words
          }}{{ telling(suspect)!.because ? `, ${telling(suspect)!.because}` : '' }}.</span
        >
      </button>
      <div v-if="opened === suspect.cause.key" class="mt-2 space-y-2 text-[0.95rem]">
        <p v-if="suspect.parts.length">On {{ places(suspect).join(', ') }}.</p>
        <ul class="space-y-1">
          <li v-for="reason in suspect.reasons" :key="reason.words" class="grid grid-cols-[4.5rem_minmax(0,1fr)] gap-2">
            <span class="font-semibold"
              >{{ reason.weight > 0 ? 'For' : 'Against' }}{{ Math.abs(reason.weight) > 1.2 ? ', much' : '' }}</span
            >
            <span
              >{{ reason.words }}<span v-if="reason.because" class="soft">: {{ reason.because }}</span></span
            >
          </li>
          <li v-if="!suspect.reasons.length" class="soft">
            Nothing said so far speaks for or against it; this is how often it is met on such craft.
          </li>
        </ul>
        <p><b>Looks like:</b> {{ suspect.cause.look }}</p>
        <p v-if="suspect.cause.confused.length">
          <b>Taken for:</b> {{ suspect.cause.confused.map(key => lowerFirst(causeOf(key).name)).join('; ') }}.
        </p>
        <p v-if="movedBy(suspect) !== null" class="soft">Without this shop’s own jobs: {{ chanceText(movedBy(suspect)!) }}.</p>
        <div v-if="mayWork" class="flex flex-wrap gap-2">
          <UButton
            v-for="purchase in suspect.cause.buy"
            :key="purchase.name"
            color="neutral"
            variant="outline"
            icon="i-lucide-list-plus"
            class="min-h-11"
            @click="$emit('list', suspect, purchase)"
            >List: {{ lowerFirst(purchase.name) }}</UButton
          >
          <UButton
            color="neutral"
            :variant="said.includes(suspect.cause.key) ? 'solid' : 'outline'"
            icon="i-lucide-check"
            class="min-h-11"
            :disabled="said.includes(suspect.cause.key)"
            @click="$emit('was', suspect)"
            >{{ said.includes(suspect.cause.key) ? 'Said: it was this' : 'It was this' }}</UButton
          >
        </div>
      </div>
    </li>
    <li class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 py-3">
      <span class="unsure font-semibold"><StateSign look="unsure" :size="16" /> Something else, on no list</span
      ><span class="figure text-lg">{{ chanceText(suspects.other) }}</span>
    </li>
    <li v-if="rest > 0 || all">
      <UButton color="neutral" variant="ghost" class="min-h-11" @click="all = !all">{{
        all ? 'Show the likely ones alone' : `Show ${rest} less likely`
      }}</UButton>
    </li>
  </ol>
</template>
