<script setup lang="ts">
import { touchesJob } from '#shared/changes'
import { TRAIL_PAGE, type TrailView } from '#shared/views'

/** What was done on a job, latest first, a page at a time. */
const props = defineProps<{ jobId: string }>()
const { value: latest, error } = useRefreshed(
  () => callApi<TrailView[]>(`jobs/${props.jobId}/trail`),
  notice => notice.jobId === props.jobId && touchesJob(notice),
)
// Lines of the trail never change, so that what was fetched stays.
const older = shallowRef<TrailView[]>([])
const ended = ref(false)
const shown = computed(() => {
  const known = new Map([...(latest.value ?? []), ...older.value].map(entry => [entry.id, entry]))
  return [...known.values()].sort((a, b) => b.id - a.id)
})
const { saving, problem, save } = useSave()
const more = () =>
  save(async () => {
    const page = await callApi<TrailView[]>(`jobs/${props.jobId}/trail?before=${shown.value.at(-1)!.id}`)
    older.value = [...older.value, ...page]
    ended.value = page.length < TRAIL_PAGE
  })
const details = (entry: TrailView) =>
  Object.values(entry.detail)
    .filter(value => typeof value === 'string')
    .join(', ')
</script>

<template>
  <p v-if="error && !latest" role="alert" class="leaking mt-2">{{ error.message }}</p>
  <ol class="mt-2 space-y-1">
    <li v-for="entry in shown" :key="entry.id">
      <span class="soft figure">{{ stampText(entry.at) }}</span> {{ entry.by ?? 'The program' }} {{ entry.verb }}
      <span class="soft">{{ details(entry) }}</span>
    </li>
  </ol>
  <UButton
    v-if="(latest?.length ?? 0) >= TRAIL_PAGE && !ended"
    color="neutral"
    variant="outline"
    class="mt-2 min-h-11"
    :loading="saving"
    @click="more"
    >What was before</UButton
  >
  <p v-if="problem" role="alert" class="leaking mt-2">{{ problem }}</p>
</template>
