<script setup lang="ts">
/** What was recorded of a job on this device and has not arrived. What arrives at once is not told. */
const props = defineProps<{ jobId: string; now: number }>()
const entries = useEntryQueue()
const AT_ONCE = 1500 // ms
const late = computed(() => entries.waiting.filter(each => each.jobId === props.jobId && props.now - each.made > AT_ONCE))
</script>

<template>
  <section v-if="late.length" class="sheet unsure" aria-labelledby="waiting-title">
    <h2 id="waiting-title" class="mb-1">Waiting here, sent when there is a network</h2>
    <ul>
      <li v-for="each in late" :key="each.id" class="flex items-baseline gap-2 py-0.5 font-medium">
        <StateSign look="unsure" :size="16" />{{ each.words }}<span class="soft">{{ clockText(each.made, now) }}</span>
      </li>
    </ul>
  </section>
</template>
