<script setup lang="ts" generic="Mark extends string">
import type { StateLook } from '~/composables/words/stateLooks'

/** What a part can show in a walk, each as a large button with its sign and its key. */
defineProps<{
  marks: readonly Mark[]
  words: Record<Mark, string>
  keys: Record<Mark, string>
  look: (mark: Mark) => StateLook
  chosen: Mark | undefined
  /** one that nobody can say yet */
  barred?: Mark | null
}>()
defineEmits<{ mark: [mark: Mark] }>()
</script>

<template>
  <div class="grid gap-2" :class="marks.length % 3 === 0 ? 'grid-cols-3' : 'grid-cols-2'">
    <UButton
      v-for="value in marks"
      :key="value"
      color="neutral"
      :variant="chosen === value ? 'solid' : 'outline'"
      class="h-16 justify-center text-lg"
      :disabled="value === barred"
      :aria-pressed="chosen === value"
      @click="$emit('mark', value)"
    >
      <StateSign :look="look(value)" />{{ words[value] }}<span class="key max-sm:hidden">{{ keys[value].toUpperCase() }}</span>
    </UButton>
  </div>
</template>
