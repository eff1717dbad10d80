<script setup lang="ts">
import type { Ledger } from '#core/ledger/deriveLedger'
import type { NextStep } from '#core/ledger/nextStep'
import { stagesOf } from '#shared/jobStages'
import type { JobView } from '#shared/views'

/** The job as a seam stitched from complaint to proof: what is done is stitched, what is now is brass. Any order is allowed. */
const props = defineProps<{ job: JobView; ledger: Ledger; next: NextStep; now: number }>()
const stages = computed(() => stagesOf(props.job, props.ledger, props.next, props.now))
</script>

<template>
  <ol class="seam" aria-label="How far the job is">
    <li
      v-for="(stage, i) in stages"
      :key="stage.name"
      :class="{ done: stage.done, now: stage.now, stitched: stage.done && stages[i + 1]?.done }"
      :aria-current="stage.now ? 'step' : undefined"
    >
      <span class="knot" aria-hidden="true" />
      <span class="name"
        >{{ stage.name }}<span class="sr-only">{{ stage.done ? ', done' : stage.now ? ', next' : '' }}</span></span
      >
    </li>
  </ol>
</template>

<style scoped>
.seam {
  display: grid;
  grid-template-columns: repeat(7, 1fr);
}
li {
  position: relative;
  display: flex;
  flex-direction: column-reverse;
  align-items: center;
  gap: 0.375rem;
  color: var(--ink-soft);
  font-size: 0.875rem;
  font-weight: 550;
}
.knot {
  width: 16px;
  height: 16px;
  border-radius: 50%;
  border: 2.5px solid var(--ink-soft);
  background: var(--bay);
  z-index: 1;
}
li:not(:last-child)::after {
  content: '';
  position: absolute;
  left: 50%;
  width: 100%;
  bottom: 2px;
  height: 12px;
  border-bottom: 0;
  background: linear-gradient(var(--hair), var(--hair)) center / 100% 2px no-repeat;
}
li.stitched:not(:last-child)::after {
  background:
    repeating-linear-gradient(90deg, transparent 0 9px, var(--sealed) 9px 12px) center / 100% 12px no-repeat,
    linear-gradient(var(--hair), var(--hair)) center / 100% 2px no-repeat;
}
.done .knot {
  background: var(--sealed);
  border-color: var(--sealed);
}
.now .knot {
  background: var(--color-brass-400);
  border-color: var(--ink);
}
.now .name {
  font-weight: 750;
  color: var(--ink);
}
@media (max-width: 40rem) {
  li {
    font-size: 0.75rem;
  }
  li:not(.now) .name {
    max-width: 3rem;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
}
@media (max-width: 30rem) {
  li:not(.now) .name {
    position: absolute;
    width: 1px;
    height: 1px;
    overflow: hidden;
    clip-path: inset(50%);
  }
}
</style>
