<script setup lang="ts">
import type { HuntLine, HuntView } from '#shared/practice'

/** One's own hunts, and the way to another. */
const now = useClock()
const {
  value: hunts,
  error,
  refresh,
} = useRefreshed(
  () => callApi<HuntLine[]>('practice/hunts'),
  () => false,
)
const { saving, problem, save } = useSave()
const id = newId()
const begin = () =>
  save(async () => {
    await callApi<HuntView>('practice/hunts', 'POST', { id })
    await navigateTo(`/practice/hunts/${id}`)
  })
const words = ({ ended, mended, minutes }: HuntLine) =>
  !ended ? `${minutes} min so far` : mended ? `mended after ${minutes} min` : `given up after ${minutes} min`
</script>

<template>
  <section class="sheet p-5 sm:p-6" aria-labelledby="hunts-title">
    <h2 id="hunts-title" class="mb-1">Hunts</h2>
    <p class="soft mb-4">
      A tank with something hidden, and somebody who tells what they noticed. Each check takes its minutes and shows what it
      would show; each part that is mended in vain was bought. Afterwards the way you took stands beside the best one.
    </p>
    <UButton size="xl" color="neutral" icon="i-lucide-search" :loading="saving" @click="begin">Begin a hunt</UButton>
    <p v-if="problem" role="alert" class="leaking mt-3 font-semibold">{{ problem }}</p>
    <p v-if="error" role="alert" class="leaking mt-3 font-semibold">
      {{ error.message }} <UButton color="neutral" variant="outline" class="min-h-11" @click="refresh">Try again</UButton>
    </p>
    <ul v-if="hunts?.length" class="mt-4 divide-y divide-(--hair)">
      <li v-for="hunt in hunts" :key="hunt.id">
        <NuxtLink
          :to="`/practice/hunts/${hunt.id}`"
          class="flex min-h-11 flex-wrap items-center justify-between gap-x-3 py-2 hover:underline"
        >
          <b>{{ hunt.tank }}</b>
          <span class="soft">{{ words(hunt) }} · {{ clockText(hunt.beganAt, now) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </section>
</template>
