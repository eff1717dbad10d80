<script setup lang="ts">
import { touchesJob } from '#shared/changes'
import type { BayRow } from '#shared/views'

/** The Bench: what runs now, and the tanks that want a test. */
const session = useSession()
const { value: rows, error, refresh } = useRefreshed(() => callApi<BayRow[]>('bench'), touchesJob)
const now = useClock()
const running = computed(() => rows.value?.filter(row => row.next.action === 'watch') ?? [])
const repairing = computed(() => rows.value?.filter(row => row.next.action === 'go on') ?? [])
const wanting = computed(
  () => rows.value?.filter(row => ['test', 'retest', 'settle', 'find', 'wait'].includes(row.next.action)) ?? [],
)
</script>

<template>
  <PageState v-if="!rows" :error="error" @retry="refresh" />
  <div v-else class="page">
    <h1 class="mb-4">
      {{
        running.length === 0
          ? 'Nothing is under test'
          : running.length === 1
            ? 'One test is running'
            : `${running.length} tests are running`
      }}
    </h1>
    <ul class="mb-6 space-y-3">
      <li v-for="row in running" :key="row.id" class="sheet flex flex-wrap items-center justify-between gap-4">
        <span class="flex items-center gap-4"
          ><span class="w-28"><TankMap :kind="row.tankKind" bare /></span
          ><span
            ><b class="block">{{ row.craft }}</b
            ><span class="soft">{{ row.tankName }}. {{ row.next.sentence }}</span></span
          ></span
        >
        <UButton :to="nextAction(row.id, row.next).to" color="neutral" size="xl">{{
          nextAction(row.id, row.next).label
        }}</UButton>
      </li>
    </ul>
    <template v-if="repairing.length">
      <h2 class="mb-2">Being repaired</h2>
      <ul class="mb-6 space-y-3">
        <li v-for="row in repairing" :key="row.id" class="sheet flex flex-wrap items-center justify-between gap-4">
          <span class="min-w-0 flex-1 basis-72"
            ><b class="block">{{ row.craft }}, {{ row.tankName }}</b
            ><span class="soft">{{ row.next.sentence }}</span></span
          >
          <UButton :to="nextAction(row.id, row.next).to" color="neutral" size="xl">{{
            nextAction(row.id, row.next).label
          }}</UButton>
        </li>
      </ul>
    </template>
    <h2 class="mb-2">These want a test</h2>
    <p v-if="!wanting.length" class="sheet soft">
      No tank waits for a test. <NuxtLink to="/" class="font-semibold underline">To the Bay</NuxtLink>
    </p>
    <ul class="space-y-2">
      <li v-for="row in wanting" :key="row.id" class="sheet flex flex-wrap items-center justify-between gap-3 py-3">
        <span class="min-w-0 flex-1 basis-72"
          ><NuxtLink :to="`/jobs/${row.id}`" class="font-semibold hover:underline">{{ row.craft }}, {{ row.tankName }}</NuxtLink
          ><span class="soft block">{{ nextSentence(row.next, now) }}</span></span
        >
        <UButton
          v-if="session.mayWork"
          :to="nextAction(row.id, row.next).to"
          color="neutral"
          variant="outline"
          class="min-h-11"
          >{{ nextAction(row.id, row.next).label }}</UButton
        >
      </li>
    </ul>
  </div>
</template>
