<script setup lang="ts">
import { isSimulated } from '#shared/jobEntries'
import type { PracticeJobView } from '#shared/practice'

/** Above a job that is of no real tank: what it is, and of a hunt how far it has come. */
const { job, hunt } = useJobHere()
const practiceId = computed(() => (job.value?.reality === 'practice' ? job.value.id : null))
const away = ref(false)
const load = async () => {
  const id = practiceId.value
  if (!id) hunt.value = null
  else {
    try {
      const view = await callApi<PracticeJobView>(`practice/jobs/${id}`)
      if (practiceId.value === id) hunt.value = view.hunt
      away.value = false
    } catch (error) {
      if (!(error instanceof ApiError)) throw error
      away.value = true
    }
  }
}
// What was done last is in the job itself: its minutes are counted anew with it.
watch(() => [practiceId.value, job.value?.movedAt, job.value?.tests.length, job.value?.answers.length], load, {
  immediate: true,
})
const counted = computed(() => {
  if (!hunt.value) return ''
  const { minutes, cured, inVain } = hunt.value
  const hours = Math.round(cured / 3600)
  return [
    `${minutes} min`,
    ...(hours > 0 ? [`${hours} h cured`] : []),
    ...(inVain > 0 ? [`${inVain} bought in vain`] : []),
  ].join(' · ')
})
const ending = ref(false)
</script>

<template>
  <div v-if="job && isSimulated(job)" class="no-print reality" :class="job.reality" role="note">
    <p v-if="job.reality === 'simulated'" class="flex items-center gap-2 px-4 py-1.5">
      <UIcon name="i-lucide-flask-conical" class="size-4 shrink-0" />A simulated tank: no evidence for a real one.
    </p>
    <div v-else class="px-4 py-2">
      <div class="flex flex-wrap items-center gap-x-4 gap-y-1">
        <p class="flex min-w-0 items-center gap-2 font-semibold">
          <UIcon name="i-lucide-graduation-cap" class="size-5 shrink-0" />Practice<span
            v-if="hunt"
            class="figure font-medium"
            >{{ counted }}</span
          ><span v-else class="font-medium">{{
            away ? 'How far it has come cannot be told just now.' : 'Nothing here is evidence.'
          }}</span>
        </p>
        <span class="flex-1" />
        <UButton
          v-if="hunt && !hunt.ended"
          color="neutral"
          variant="outline"
          class="min-h-11"
          icon="i-lucide-flag"
          @click="ending = true"
          >Done with it</UButton
        >
        <UButton v-else-if="hunt" :to="`/practice/hunts/${hunt.id}`" color="neutral" variant="outline" class="min-h-11"
          >The debrief</UButton
        >
      </div>
      <FirstHourGuide v-if="hunt?.firstHour && !hunt.ended" />
    </div>
    <HuntEnding v-if="hunt" v-model:open="ending" :hunt-id="hunt.id" />
  </div>
</template>

<style scoped>
.reality {
  border-bottom: 1px solid var(--hair);
  background: var(--bay);
  font-size: 0.95rem;
}
.reality.practice {
  border-bottom: 2px dashed var(--time);
}
</style>
