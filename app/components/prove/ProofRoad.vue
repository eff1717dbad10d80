<script setup lang="ts">
import type { Proof, ProofRow } from '#core/ledger/proof/proofOf'
import type { ProofEntryView } from '#shared/record/kinds/proof'

/** The road from sealed to proved: a stop a step, what was recorded at each; the one that is done now is brass. */
const props = defineProps<{
  proof: Proof<ProofEntryView>
  sealed: boolean
  sealedText: string
  now: number
}>()
const picked = defineModel<string | null>({ required: true })
type Row = ProofRow<ProofEntryView>
const look = ({ entry }: Row) =>
  entry === null ? 'open' : entry.outcome === 'dry' ? 'done' : entry.outcome === 'wet' ? 'wet' : 'left'
const says = (row: Row) => {
  const { entry, due } = row
  if (entry)
    return [
      entry.outcome,
      entry.watched ? waitText(entry.watched) : '',
      entry.by === 'the owner' ? 'the owner' : entry.by.split(' ')[0],
    ]
      .filter(Boolean)
      .join(', ')
  if (due === null) return 'after that'
  if (!props.sealed) return 'once it is sealed'
  return due > props.now ? clockText(due, props.now) : 'now'
}
const isNow = (row: Row) => props.sealed && row === props.proof.next
</script>

<template>
  <ol class="road" aria-label="Steps in use">
    <li class="stop" :class="sealed ? 'done' : 'open'">
      <span class="spot" aria-hidden="true" />
      <span class="words"
        ><span class="block font-semibold">{{ sealed ? 'Sealed' : 'Not sealed' }}</span
        ><span class="soft block text-sm">{{ sealedText }}</span></span
      >
    </li>
    <li v-for="row in proof.rows" :key="row.step.key" class="stop" :class="[look(row), isNow(row) && 'now']">
      <button type="button" class="tap" :aria-pressed="picked === row.step.key" @click="picked = row.step.key">
        <span class="spot" aria-hidden="true" />
        <span class="words"
          ><span class="block font-semibold">{{ row.step.title }}</span
          ><span class="soft block text-sm">{{ says(row) }}</span></span
        >
      </button>
    </li>
  </ol>
</template>

<style scoped>
.road {
  display: grid;
  grid-auto-flow: column;
  grid-auto-columns: minmax(0, 1fr);
}
.stop,
.tap {
  position: relative;
  display: flex;
  flex-direction: column;
  align-items: center;
  gap: 0.375rem;
  text-align: center;
}
.tap {
  width: 100%;
  padding: 0.375rem 0.125rem;
  border-radius: 0.5rem;
}
.stop > .spot {
  margin-top: 0.375rem;
}
.tap[aria-pressed='true'] {
  box-shadow: inset 0 0 0 2px var(--time);
}
.spot {
  position: relative;
  z-index: 1;
  width: 26px;
  height: 26px;
  border-radius: 50%;
  border: 2.5px solid var(--ink-soft);
  background: var(--sheet);
}
.words {
  font-size: 0.9375rem;
  line-height: 1.25;
}
.stop:not(:last-child)::after {
  content: '';
  position: absolute;
  top: 18px;
  left: 50%;
  width: 100%;
  height: 3px;
  background: var(--hair);
}
.done > .spot,
.done .tap .spot {
  border: 7px solid var(--sealed);
}
.stop.done:not(:last-child)::after {
  background: var(--sealed);
}
.left .spot {
  border: 3px dashed var(--unsure);
}
.wet .spot {
  border-color: var(--leaking);
  background: var(--leaking);
  border-radius: 50% 50% 50% 0;
  rotate: 135deg;
}
.now .spot {
  border-color: var(--ink);
  background: var(--color-brass-400);
}
@media (max-width: 56rem) {
  .road {
    grid-auto-flow: row;
  }
  .stop,
  .tap {
    flex-direction: row;
    text-align: left;
    gap: 0.75rem;
  }
  .stop {
    padding-left: 0;
  }
  .stop:first-child {
    padding: 0.375rem 0.125rem;
  }
  .stop > .spot {
    margin-top: 0;
  }
  .spot {
    flex-shrink: 0;
  }
  .stop:not(:last-child)::after {
    top: 50%;
    left: 13.5px;
    width: 3px;
    height: 100%;
  }
}
</style>
