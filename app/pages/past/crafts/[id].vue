<script setup lang="ts">
import { touchesJob } from '#shared/changes'
import type { CraftHistory } from '#shared/views'

/** A craft with all that it has been here for: each job, what it was, and its descent. */
const id = String(useRoute().params.id)
const {
  value: history,
  error,
  refresh,
} = useRefreshed(
  () => callApi<CraftHistory>(`crafts/${id}`),
  notice => touchesJob(notice) && isOfCraft(notice.jobId),
)
function isOfCraft(jobId: string | null): boolean {
  return history.value?.jobs.some(job => job.id === jobId) ?? false
}
/** The same part more than once, over all jobs: worth a thought about the cause behind it. */
const often = computed(() => {
  const seen = new Map<string, number>()
  for (const job of history.value?.jobs ?? [])
    for (const part of new Set(
      job.causes.flatMap(each => (each.part ? [`${lowerFirst(each.part)} of the ${job.tankName}`] : [])),
    ))
      seen.set(part, (seen.get(part) ?? 0) + 1)
  return [...seen].filter(([, times]) => times > 1)
})
</script>

<template>
  <PageState v-if="!history" :error="error" @retry="refresh" />
  <div v-else class="page space-y-3">
    <header>
      <NuxtLink to="/past" class="soft font-semibold hover:underline">← Look back</NuxtLink>
      <h1>{{ history.craft.name }}</h1>
      <p class="soft">
        {{ upperFirst(history.craft.kind)
        }}<template v-if="history.craft.registration">, {{ history.craft.registration }}</template
        ><template v-if="history.craft.built">, built in {{ history.craft.built }}</template
        >. Here for {{ countOf(history.jobs.length, 'job') }}.
      </p>
      <p v-for="[part, times] in often" :key="part" class="time font-semibold">
        The {{ part }} leaked in {{ times }} jobs: look for what is behind it.
      </p>
    </header>
    <ul class="space-y-3">
      <li
        v-for="job in history.jobs"
        :key="job.id"
        class="sheet grid grid-cols-[minmax(0,1fr)] items-center gap-3 lg:grid-cols-[minmax(0,1fr)_22rem]"
      >
        <NuxtLink :to="`/jobs/${job.id}`" class="min-w-0">
          <PastRow :job="job" />
          <span class="mt-1 block font-semibold" :class="jobLook(job.state)"
            ><StateSign :look="jobLook(job.state)" :size="18" /> {{ jobWords[job.state] }}</span
          >
        </NuxtLink>
        <DescentChart v-if="job.descent.length" :points="job.descent" :limit="job.limit" :height="120" />
        <p v-else class="soft text-sm">No hold was measured.</p>
      </li>
    </ul>
  </div>
</template>
