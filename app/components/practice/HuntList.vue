<script setup lang="ts">
import type { HuntLine, HuntView, RungView } from '#shared/practice'

/** The ladder of traps, hunts that are drawn whole, and one's own so far. */
const now = useClock()
const session = useSession()
const {
  value: hunts,
  error,
  refresh,
} = useRefreshed(
  () => callApi<HuntLine[]>('practice/hunts'),
  () => false,
)
const { value: ladder } = useRefreshed(
  () => callApi<RungView[]>('practice/ladder'),
  () => false,
)
const ways = ['job', 'steps'] as const
const wayWords = { job: 'On a job’s screens', steps: 'Step by step, quickly' }
const way = ref<(typeof ways)[number]>(session.mayWork ? 'job' : 'steps')
const { saving, problem, save } = useSave()
const id = newId()
const begin = (form: { rung?: number; firstHour?: boolean }) =>
  save(async () => {
    const { jobId } = await callApi<HuntView>('practice/hunts', 'POST', { id, onJob: way.value === 'job', ...form })
    await navigateTo(jobId ? `/jobs/${jobId}` : `/practice/hunts/${id}`)
  })
const to = ({ id: huntId, jobId, ended }: HuntLine) => (jobId && !ended ? `/jobs/${jobId}` : `/practice/hunts/${huntId}`)
const words = ({ ended, won, mended, minutes }: HuntLine) =>
  !ended
    ? 'goes on'
    : won
      ? `won in ${minutes} min`
      : mended
        ? `mended after its trap, ${minutes} min`
        : `lost after ${minutes} min`
const rungWords = ({ name, won, tries }: RungView) =>
  won ? name! : name ? `Lost: ${name.toLowerCase()}` : tries > 0 ? 'Goes on' : 'Not tried'
</script>

<template>
  <section class="sheet space-y-5 p-5 sm:p-6" aria-labelledby="hunts-title">
    <div>
      <h2 id="hunts-title" class="mb-1">Hunts</h2>
      <p class="soft">
        A tank with something hidden, and somebody who tells what they noticed. Minutes run, and parts are bought in vain.
        Afterwards the way you took stands beside the best one.
      </p>
    </div>
    <TapChoice v-if="session.mayWork" v-model="way" :options="ways" :words="wayWords" several label="Where it is played" />
    <div>
      <h3 class="font-semibold">The ladder</h3>
      <p class="soft mb-2">Ten things that fool people. What it was is told once you have met it.</p>
      <USkeleton v-if="!ladder" class="h-40 w-full" />
      <ol v-else class="grid grid-cols-2 gap-2">
        <li v-for="rung in ladder" :key="rung.number">
          <button
            type="button"
            class="rung"
            :class="rung.won && 'won'"
            :disabled="saving"
            @click="begin({ rung: rung.number })"
          >
            <span class="figure text-2xl font-bold">{{ rung.number }}</span>
            <span class="min-w-0 text-left"
              ><span class="block leading-tight" :class="rung.tries ? 'font-semibold' : 'soft'">{{ rungWords(rung) }}</span
              ><span v-if="rung.setBy" class="time block text-sm font-medium">Set by {{ rung.setBy }}</span
              ><span v-else-if="rung.tries" class="soft block text-sm"
                >{{ rung.tries }} {{ rung.tries === 1 ? 'try' : 'tries' }}</span
              ></span
            >
            <UIcon v-if="rung.won" name="i-lucide-check" class="sealed ml-auto size-6 shrink-0" aria-label="won" />
          </button>
        </li>
      </ol>
    </div>
    <div class="flex flex-wrap gap-2">
      <UButton size="xl" color="neutral" icon="i-lucide-search" :loading="saving" @click="begin({})">Any hunt</UButton>
      <UButton
        v-if="session.mayWork"
        size="xl"
        color="neutral"
        variant="outline"
        :disabled="saving"
        @click="begin({ firstHour: true })"
        >The first hour, with hints</UButton
      >
    </div>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <p v-if="error" role="alert" class="leaking font-semibold">
      {{ error.message }} <UButton color="neutral" variant="outline" class="min-h-11" @click="refresh">Try again</UButton>
    </p>
    <ul v-if="hunts?.length" class="divide-y divide-(--hair)" aria-label="Your hunts">
      <li v-for="hunt in hunts" :key="hunt.id">
        <NuxtLink :to="to(hunt)" class="flex min-h-11 flex-wrap items-center justify-between gap-x-3 py-2 hover:underline">
          <b>{{ hunt.rung === null ? hunt.tank : `Rung ${hunt.rung}: ${hunt.tank.toLowerCase()}` }}</b>
          <span class="soft">{{ words(hunt) }} · {{ clockText(hunt.beganAt, now) }}</span>
        </NuxtLink>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.rung {
  display: flex;
  width: 100%;
  min-height: 3.75rem;
  align-items: center;
  gap: 0.75rem;
  border: 1px solid var(--hair);
  border-radius: 8px;
  padding: 0.5rem 0.75rem;
}
.rung:not(:disabled) {
  cursor: pointer;
}
.rung:not(:disabled):hover {
  background: var(--bay);
}
.rung.won {
  border-color: var(--sealed);
}
</style>
