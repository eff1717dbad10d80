<script setup lang="ts">
import { readingOf } from '#core/record/reading'
import { listWords } from '#core/words/words'
import type { JobView } from '#shared/views'

/** Asks why a test is done before a repair has cured; nothing where none is curing. */
const props = defineProps<{ job: JobView; now: number }>()
const reason = defineModel<string>({ required: true })
const curing = computed(() =>
  listWords(
    readingOf(props.job)
      .curingParts(props.now)
      .map(id => lowerFirst(props.job.parts.find(part => part.id === id)?.name ?? 'a part')),
  ),
)
</script>

<template>
  <div v-if="curing" class="sheet border-2 border-(--time)">
    <p class="mb-2 font-semibold">
      <BellSign class="time inline-block align-[-0.3em]" /> What is on the {{ curing }} is still curing. Testing now can break
      the joint and proves nothing about the cured one.
    </p>
    <ReasonField v-model="reason" what="test early" label="Why test now" name="earlyReason" />
  </div>
</template>
