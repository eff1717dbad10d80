<script setup lang="ts">
import { causeOf } from '#core/complaint/causes'
import type { Access } from '#core/complaint/checks'
import type { RankedCheck } from '#core/complaint/nextCheck'

/** One check: how, how long, with what, what to mind; answered by a tap. */
const props = defineProps<{ ranked: RankedCheck; jobId: string; first?: boolean; mayWork: boolean; saving: boolean }>()
defineEmits<{ answer: [outcome: string] }>()
const accessWords: Record<Access, string | null> = {
  'nothing': null,
  'cap': 'cap off',
  'cover': 'cover off',
  'drained': 'drained',
  'tank down': 'tank down',
}
const testTo = computed(() => (props.ranked.check.test ? `/jobs/${props.jobId}/${props.ranked.check.test}` : null))
const then = (answer: RankedCheck['answers'][number]) =>
  answer.then ? `then ${lowerFirst(causeOf(answer.then.cause).name)}, ${chanceText(answer.then.chance)}` : answer.means
</script>

<template>
  <div>
    <div class="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
      <component :is="first ? 'h2' : 'h3'" :class="first ? 'text-2xl font-bold text-(--ink)' : 'font-semibold'">{{
        ranked.check.name
      }}</component>
      <p class="soft">
        <b class="figure text-(--ink)">{{ ranked.minutes }} min</b
        ><template v-if="accessWords[ranked.check.access]"> · {{ accessWords[ranked.check.access] }}</template
        ><template v-if="ranked.check.kit.length"> · {{ ranked.check.kit.join(', ') }}</template>
      </p>
    </div>
    <p :class="first ? 'mt-1 text-lg' : 'mt-1'">{{ ranked.check.how }}</p>
    <p v-if="ranked.check.caution" class="mt-1 font-medium">
      <UIcon name="i-lucide-triangle-alert" class="time inline-block size-5 align-[-0.25em]" /> {{ ranked.check.caution }}
    </p>
    <div v-if="mayWork && !testTo" class="mt-3 grid gap-2 sm:grid-cols-2">
      <UButton
        v-for="answer in ranked.answers"
        :key="answer.key"
        color="neutral"
        variant="outline"
        class="h-auto min-h-16 justify-start px-4 py-2 text-left"
        :disabled="saving"
        @click="$emit('answer', answer.key)"
      >
        <span class="block min-w-0"
          ><span class="block text-[1.05rem] font-semibold">{{ answer.words }}</span
          ><span class="soft block text-sm font-normal whitespace-normal">{{ then(answer) }}</span></span
        >
      </UButton>
    </div>
    <div v-else-if="testTo" class="mt-3">
      <UButton :to="testTo" color="neutral" :variant="first ? 'solid' : 'outline'" size="xl">Set it up</UButton>
    </div>
  </div>
</template>
