<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import type { FirstHourView, HuntView } from '#shared/practice'

/** Offered to whoever has done nothing yet: one tank with hints, from a puddle to sealed. Waved away, it stays in Practice. */
const session = useSession()
const waved = useLocalStorage<string[]>('first-hour-waved', [])
const { value: view } = useRefreshed(
  () => callApi<FirstHourView>('practice/first-hour'),
  () => false,
)
const { saving, problem, save } = useSave()
const id = newId()
const begin = () =>
  save(async () => {
    const { jobId } = await callApi<HuntView>('practice/hunts', 'POST', { id, firstHour: true })
    await navigateTo(`/jobs/${jobId}`)
  })
const wave = () => {
  if (session.person) waved.value = [...waved.value, session.person.id].slice(-50)
}
const shown = computed(
  () =>
    view.value &&
    session.mayWork &&
    !waved.value.includes(session.person?.id ?? '') &&
    (view.value.offered || view.value.jobId !== null),
)
</script>

<template>
  <section v-if="shown" class="sheet mb-3 flex flex-wrap items-center gap-x-5 gap-y-3" aria-labelledby="first-hour-title">
    <div class="min-w-0 flex-1 basis-72">
      <h2 id="first-hour-title">{{ view!.jobId ? 'Your first hour goes on' : 'Your first hour' }}</h2>
      <p class="soft">
        One simulated tank with a puddle under it, with hints, until it is sealed. Nothing there is evidence, and nobody else
        sees it.
      </p>
      <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    </div>
    <div class="flex flex-wrap gap-2">
      <UButton v-if="view!.jobId" :to="`/jobs/${view!.jobId}`" color="neutral" size="xl">Go on</UButton>
      <UButton v-else color="neutral" size="xl" :loading="saving" @click="begin">Begin</UButton>
      <UButton color="neutral" variant="ghost" size="xl" @click="wave">Not now</UButton>
    </div>
  </section>
</template>
