<script setup lang="ts">
import { tankKinds } from '#core/circuit/tankKinds'
import type { JobView } from '#shared/views'

/** The tank turns out to be of another kind: its map follows, and what fits is kept with all that was found and shown on it. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [job: JobView] }>()
const kind = ref(props.job.tankKind)
const items = tankKinds.map(each => ({ label: each.name, value: each.key }))
const { saving, problem, save } = useSave()
const change = () =>
  save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/kind`, 'PUT', { kind: kind.value, revision: props.job.revision }))
  })
</script>

<template>
  <details>
    <summary class="min-h-11 cursor-pointer py-2.5 font-semibold">
      {{ tankKinds.find(each => each.key === job.tankKind)?.name }}
      <span class="soft font-normal underline underline-offset-3">it is another kind</span>
    </summary>
    <p class="soft mb-2">
      Its map and lines follow. Parts that fit stay as they are, with their leaks and their evidence; what is new has none.
    </p>
    <div class="flex flex-wrap gap-2">
      <USelect v-model="kind" :items="items" aria-label="Kind of tank" class="min-w-60 flex-1" />
      <UButton
        type="button"
        color="neutral"
        variant="outline"
        class="min-h-11"
        :disabled="kind === job.tankKind"
        :loading="saving"
        @click="change"
        >Make it this kind</UButton
      >
    </div>
    <p v-if="problem" role="alert" class="leaking mt-2 font-medium">{{ problem }}</p>
  </details>
</template>
