<script setup lang="ts">
import type { RunNow } from '#shared/repair/runView'

/** The stages of a repair as a seam: what was done, what is done now, what is still to come; what was skipped is seen as skipped. */
const props = defineProps<{ run: RunNow }>()
defineEmits<{ back: [stage: string] }>()
const told = (stage: RunNow['state']['stages'][number]) => {
  const { clock, past, title } = stage.stage
  if (stage.state === 'skipped') return `${title}: skipped`
  if (stage.state !== 'done') return title
  if (clock.kind === 'count') return `${past}, ${stage.ticks.length} ${stage.ticks.length === 1 ? clock.noun : clock.nouns}`
  if (clock.kind === 'mix' && stage.mixedAt !== null)
    return `${past}, ${waitText(((stage.endedAt ?? 0) - stage.mixedAt) / 1000)}`
  if (clock.kind === 'timer' || clock.kind === 'vacuum')
    return `${past}, ${waitText(((stage.endedAt ?? 0) - (stage.startedAt ?? 0)) / 1000)}`
  return past
}
const stages = computed(() => props.run.state.stages.map(each => ({ ...each, told: told(each) })))
</script>

<template>
  <ol class="seam">
    <li
      v-for="each in stages"
      :key="each.stage.key"
      :class="each.state === 'now' ? 'now' : each.state === 'done' ? 'done' : each.state === 'skipped' ? 'skipped' : ''"
      :aria-current="each.state === 'now' ? 'step' : undefined"
    >
      <span class="knot" aria-hidden="true" />
      <span class="min-w-0">
        <span :class="each.state === 'to do' && 'soft'">{{ each.told }}</span>
        <span v-if="each.reason" class="soft block text-sm"
          >{{ each.reason }}<template v-if="each.by">, {{ each.by }}</template></span
        >
      </span>
    </li>
  </ol>
</template>

<style scoped>
.seam {
  position: relative;
}
.seam li {
  position: relative;
  display: flex;
  gap: 0.75rem;
  align-items: flex-start;
  padding-bottom: 0.85rem;
  line-height: 1.25;
}
.seam li::before {
  content: '';
  position: absolute;
  left: 0.44rem;
  top: 1rem;
  bottom: -0.1rem;
  border-left: 2px dashed var(--hair);
}
.seam li:last-child::before {
  display: none;
}
.seam li.done::before {
  border-left: 2px solid var(--sealed);
}
.knot {
  flex: none;
  width: 1rem;
  height: 1rem;
  margin-top: 0.1rem;
  border-radius: 50%;
  border: 2px solid var(--tank-line);
  background: var(--sheet);
  z-index: 1;
}
.done .knot {
  background: var(--sealed);
  border-color: var(--sealed);
}
.skipped .knot {
  border-style: dashed;
  border-color: var(--unsure);
}
.now .knot {
  background: var(--time);
  border-color: var(--ink);
  transform: scale(1.25);
}
.now {
  font-weight: 650;
}
</style>
