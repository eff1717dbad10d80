<script setup lang="ts">
import type { JobView } from '#shared/views'

/** Copies a job’s tank into Practice without names, with something hidden in it, and goes there. */
const props = defineProps<{ jobId: string }>()
const { saving, problem, save } = useSave()
const id = newId()
const copy = () =>
  save(async () => {
    await callApi<JobView>('practice/jobs', 'POST', { id, copyOf: props.jobId })
    await navigateTo(`/jobs/${id}`)
  })
</script>

<template>
  <button type="button" class="cursor-pointer underline" :disabled="saving" @click="copy">
    Try a tank like it in Practice
  </button>
  <span v-if="problem" role="alert" class="leaking font-semibold"> {{ problem }}</span>
</template>
