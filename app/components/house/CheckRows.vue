<script setup lang="ts">
import type { RankedCheck } from '#core/complaint/nextCheck'
import type { Situation } from '#core/complaint/situation'

/** Checks in a list, each opened by a tap. */
defineProps<{
  rows: readonly RankedCheck[]
  situation: Situation
  jobId: string
  mayWork: boolean
  saving: boolean
}>()
defineEmits<{ answer: [check: string, outcome: string, note: string] }>()
const opened = defineModel<string | null>('opened', { required: true })
</script>

<template>
  <ul class="divide-y divide-(--hair)">
    <li v-for="ranked in rows" :key="ranked.check.key">
      <button
        type="button"
        class="flex min-h-11 w-full cursor-pointer items-center justify-between gap-3 py-1.5 text-left"
        :aria-expanded="opened === ranked.check.key"
        @click="opened = opened === ranked.check.key ? null : ranked.check.key"
      >
        <span class="font-medium">{{ ranked.check.name }}</span><span class="soft figure whitespace-nowrap"
          >{{ ranked.minutes }} min</span
        >
      </button>
      <NextCheckCard
        v-if="opened === ranked.check.key"
        :ranked="ranked"
        :situation="situation"
        :job-id="jobId"
        :may-work="mayWork"
        :saving="saving"
        class="pb-4"
        @answer="(outcome, note) => $emit('answer', ranked.check.key, outcome, note)"
      />
    </li>
  </ul>
</template>
