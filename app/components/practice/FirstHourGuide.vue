<script setup lang="ts">
import { jobStanding } from '#shared/jobEntries'

/** The first hour: what comes next, why, and the way there. It can be folded away, and is done when the tank is sealed. */
const { job, hunt } = useJobHere()
const now = useClock()
const folded = ref(false)
const ending = ref(false)
const steps = computed(() => {
  const view = job.value
  if (!view || view.reality !== 'practice') return []
  const at = Math.ceil(now.value / 10_000) * 10_000
  const { ledger, next } = jobStanding(view, at)
  return firstHourSteps(view, ledger.state, next, at)
})
const at = computed(() => steps.value.findIndex(({ done }) => !done))
const current = computed(() => steps.value[at.value] ?? null)
const route = useRoute()
</script>

<template>
  <section v-if="steps.length" class="mt-1 pb-1" aria-label="The first hour">
    <ol class="flex items-center gap-x-1" aria-label="Steps">
      <li
        v-for="(step, k) in steps"
        :key="step.title"
        class="mark"
        :class="step.done ? 'done' : k === at ? 'now' : ''"
        :aria-current="k === at ? 'step' : undefined"
      >
        <span class="sr-only">{{ step.title }}{{ step.done ? ', done' : '' }}</span>
      </li>
      <li class="soft ml-2 text-sm whitespace-nowrap">
        {{ current ? `${at + 1} of ${steps.length}` : 'All done' }}
      </li>
      <li class="ml-auto">
        <UButton
          color="neutral"
          variant="ghost"
          class="min-h-11 min-w-11 justify-center"
          :icon="folded ? 'i-lucide-chevron-down' : 'i-lucide-chevron-up'"
          :aria-label="folded ? 'Show the hint' : 'Hide the hint'"
          :aria-expanded="!folded"
          @click="folded = !folded"
        />
      </li>
    </ol>
    <div v-if="!folded" class="flex flex-wrap items-center gap-x-4 gap-y-2" aria-live="polite">
      <p class="min-w-0 flex-1 basis-72">
        <template v-if="current"
          ><b>{{ current.title }}.</b> {{ current.hint }}</template
        >
        <template v-else>
          <b>Sealed, by evidence.</b> That is the whole of the work: look, measure, find, mend, and measure again.
        </template>
      </p>
      <UButton v-if="!current" color="neutral" size="lg" class="min-h-11" @click="ending = true">Hand it back</UButton>
      <UButton v-else-if="route.fullPath !== current.to" :to="current.to" color="neutral" size="lg" class="min-h-11"
        >Go there</UButton
      >
    </div>
    <HuntEnding v-if="hunt" v-model:open="ending" :hunt-id="hunt.id" />
  </section>
</template>

<style scoped>
.mark {
  height: 0.5rem;
  width: clamp(1rem, 5vw, 2rem);
  border-radius: 99px;
  background: var(--hair);
}
.mark.done {
  background: var(--sealed);
}
.mark.now {
  background: var(--time);
}
</style>
