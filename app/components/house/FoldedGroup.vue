<script setup lang="ts">
import { breakpointsTailwind, useBreakpoints } from '@vueuse/core'
import { formFaultsKey } from '~/composables/formFaults'

/**
 * A group of fields that on a phone folds to one sentence with “change” beside it, while what it says is usual. It opens by
 * itself when one of its fields is wanted or wrong; where there is room it is always open.
 */
const props = defineProps<{
  /** what the fields say now, as one sentence */
  says: string
  /** names of its fields, so that a fault opens it */
  fields?: readonly string[]
  /** it cannot stay as it is: it begins open */
  wanted?: boolean
  /** as it is called for people who hear the page */
  label: string
}>()
const isNarrow = useBreakpoints(breakpointsTailwind).smaller('sm')
const opened = ref(false)
const faults = inject(formFaultsKey, ref([]))
const wrong = computed(() =>
  faults.value.some(name => props.fields?.some(field => name === field || name.startsWith(`${field}.`))),
)
watch(wrong, is => {
  if (is) opened.value = true
})
// Once it was wanted it stays open: what is being answered does not fold away under the finger.
watch(
  () => props.wanted,
  is => {
    if (is) opened.value = true
  },
  { immediate: true },
)
/** What was chosen elsewhere has answered it. */
const fold = () => {
  opened.value = false
}
defineExpose({ fold })
const folded = computed(() => isNarrow.value && !opened.value)
</script>

<template>
  <div>
    <button
      v-if="isNarrow"
      type="button"
      class="flex min-h-11 w-full cursor-pointer items-center justify-between gap-3 text-left"
      :aria-expanded="!folded"
      :aria-label="`${label}: ${says}. Change`"
      @click="opened = !opened"
    >
      <span v-if="folded" class="min-w-0 font-medium">{{ says }}</span>
      <span v-else class="soft min-w-0 text-sm font-semibold">{{ label }}</span>
      <span class="soft shrink-0 text-sm underline underline-offset-3">{{ folded ? 'change' : 'fold' }}</span>
    </button>
    <div v-show="!folded"><slot /></div>
  </div>
</template>
