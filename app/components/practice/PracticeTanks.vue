<script setup lang="ts">
import { tankKinds } from '#core/circuit/tankKinds'
import { upperFirst } from '#core/words/words'
import type { PracticeJobLine } from '#shared/practice'
import type { JobView } from '#shared/views'

/** Tanks to try things on, of any kind, and those that were opened or copied before. */
const now = useClock()
const {
  value: tanks,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PracticeJobLine[]>('practice/jobs'),
  () => false,
)
const kind = ref('small-steel')
const kinds = tankKinds.map(({ key, name }) => ({ label: name, value: key }))
const { saving, problem, save } = useSave()
const id = newId()
const open = () =>
  save(async () => {
    await callApi<JobView>('practice/jobs', 'POST', { id, tankKind: kind.value })
    await navigateTo(`/jobs/${id}`)
  })
</script>

<template>
  <section class="sheet space-y-4 p-5 sm:p-6" aria-labelledby="tanks-title">
    <div>
      <h2 id="tanks-title" class="mb-1">Tanks to try things on</h2>
      <p class="soft">
        A simulated tank on all the screens of a job, with its stand-ins and something hidden in it. It is on no list of the
        shop. From a job of the shop, “Try a tank like it in Practice” copies its tank without names.
      </p>
    </div>
    <div class="flex flex-wrap items-center gap-2">
      <USelect v-model="kind" :items="kinds" size="xl" class="min-w-60" aria-label="Kind of tank" />
      <UButton size="xl" color="neutral" :loading="saving" @click="open">Open one</UButton>
    </div>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <p v-if="error" role="alert" class="leaking font-semibold">
      {{ error.message }} <UButton color="neutral" variant="outline" class="min-h-11" @click="refresh">Try again</UButton>
    </p>
    <ul v-if="tanks?.length" class="divide-y divide-(--hair)" aria-label="Your tanks">
      <li v-for="tank in tanks" :key="tank.id">
        <NuxtLink
          :to="`/jobs/${tank.id}`"
          class="flex min-h-11 flex-wrap items-center justify-between gap-x-3 py-2 hover:underline"
        >
          <b>{{ upperFirst(tank.tank) }}</b>
          <span class="soft">{{ tank.huntId ? 'a hunt' : 'to try things on' }} · {{ clockText(tank.openedAt, now) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </section>
</template>
