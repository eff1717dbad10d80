<script setup lang="ts">
import { touchesJob } from '#shared/changes'
import type { TrailView } from '#shared/views'

/** Everything that was done on a job, from the trail, latest first. */
const props = defineProps<{ jobId: string }>()
const open = ref(false)
const { value: trail } = useRefreshed(
  () => callApi<TrailView[]>(`jobs/${props.jobId}/trail`),
  notice => notice.jobId === props.jobId && touchesJob(notice),
)
const details = (entry: TrailView) =>
  Object.values(entry.detail)
    .filter(value => typeof value === 'string')
    .join(', ')
</script>

<template>
  <section class="sheet" aria-labelledby="trail-title">
    <div class="flex items-center justify-between">
      <h2 id="trail-title">Everything that was done</h2>
      <UButton color="neutral" variant="ghost" class="min-h-11" :aria-expanded="open" @click="open = !open">{{
        open ? 'Hide' : 'Show'
      }}</UButton>
    </div>
    <ol v-if="open" class="mt-2 space-y-1">
      <li v-for="entry in trail ?? []" :key="entry.id">
        <span class="soft figure">{{ stampText(entry.at) }}</span> {{ entry.by ?? 'The program' }} {{ entry.verb }}
        <span class="soft">{{ details(entry) }}</span>
      </li>
    </ol>
  </section>
</template>
