<script setup lang="ts" generic="T extends string">
/** Large choices for gloves: one or several, each a button; one Tab stop, arrow keys between them. */
const props = defineProps<{ options: readonly T[]; label: string; several?: boolean; words?: Partial<Record<T, string>> }>()
const value = defineModel<T[] | T | null>({ required: true })
const on = (option: T) => (Array.isArray(value.value) ? value.value.includes(option) : value.value === option)
function tap(option: T) {
  if (Array.isArray(value.value))
    value.value = on(option) ? value.value.filter(each => each !== option) : [...value.value, option]
  else value.value = on(option) && !props.several ? null : option
}
const { onKeydown, onFocus, onLeave, tabindex } = useOneTabStop(
  () => props.options.length,
  () => props.options.findIndex(on),
  // Where exactly one is chosen an arrow chooses, as among radio buttons; else it only goes there.
  at => {
    if (!Array.isArray(value.value) && props.several) value.value = props.options[at]!
  },
)
</script>

<template>
  <div role="group" :aria-label="label" class="flex flex-wrap gap-2" @keydown="onKeydown" @focusout="onLeave">
    <!-- A form has a hundred of these: one that stays as it was is not drawn anew for a tap on another. -->
    <UButton
      v-for="(option, at) in options"
      :key="option"
      v-memo="[at, on(option), tabindex(at), words?.[option]]"
      type="button"
      color="neutral"
      :variant="on(option) ? 'solid' : 'outline'"
      class="min-h-11 px-3.5"
      data-choice
      :tabindex="tabindex(at)"
      :aria-pressed="on(option)"
      @focus="onFocus(at)"
      @click="tap(option)"
    >
      {{ words?.[option] ?? option.charAt(0).toUpperCase() + option.slice(1) }}
    </UButton>
  </div>
</template>
