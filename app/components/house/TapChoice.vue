<script setup lang="ts" generic="T extends string">
/** Large choices for gloves: one or several, each a button. */
const props = defineProps<{ options: readonly T[]; label: string; several?: boolean; words?: Partial<Record<T, string>> }>()
const value = defineModel<T[] | T | null>({ required: true })
const on = (option: T) => (Array.isArray(value.value) ? value.value.includes(option) : value.value === option)
function tap(option: T) {
  if (Array.isArray(value.value))
    value.value = on(option) ? value.value.filter(each => each !== option) : [...value.value, option]
  else value.value = on(option) && !props.several ? null : option
}
</script>

<template>
  <div role="group" :aria-label="label" class="flex flex-wrap gap-2">
    <UButton
      v-for="option in options"
      :key="option"
      type="button"
      color="neutral"
      :variant="on(option) ? 'solid' : 'outline'"
      class="min-h-11 px-3.5"
      :aria-pressed="on(option)"
      @click="tap(option)"
    >
      {{ words?.[option] ?? option.charAt(0).toUpperCase() + option.slice(1) }}
    </UButton>
  </div>
</template>
