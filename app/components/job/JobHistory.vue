<script setup lang="ts">
/** Everything that was done on a job, fetched when somebody wants to see it. */
defineProps<{ jobId: string }>()
const open = ref(false)
</script>

<template>
  <section class="sheet" aria-labelledby="trail-title">
    <div class="flex items-center justify-between">
      <h2 id="trail-title">Everything that was done</h2>
      <UButton color="neutral" variant="ghost" class="min-h-11" :aria-expanded="open" @click="open = !open">{{
        open ? 'Hide' : 'Show'
      }}</UButton>
    </div>
    <TrailList v-if="open" :job-id="jobId" />
  </section>
</template>
