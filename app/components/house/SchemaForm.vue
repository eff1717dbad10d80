<script setup lang="ts">
import type { FormError, FormErrorEvent } from '@nuxt/ui'
import { formFaultsKey } from '~/composables/formFaults'
import type { AnyObjectSchema } from 'yup'

/**
 * A form checked by the schema that its route uses. Checked as one types and on sending, not on leaving a field:
 * a sentence that comes or goes under a finger moves the button away from it.
 */
const props = defineProps<{
  schema: AnyObjectSchema
  state: object
  /** what went wrong with the whole */ problem?: string | null
  /** Enter in a field goes on to the next one instead of sending what is half filled */
  onlyByButton?: boolean
}>()
defineEmits<{ submit: [] }>()
defineOptions({ inheritAttrs: false })
const form = useTemplateRef('form')
/**
 * A state that is drawn up from what was typed is a moment behind its input: what was told of a field is looked at again once
 * it has changed.
 */
watch(
  () => props.state,
  async () => {
    const told =
      form.value
        ?.getErrors()
        .map(error => error.name)
        .filter(name => name !== undefined) ?? []
    if (told.length === 0) return
    await nextTick()
    await form.value?.validate({ name: told as never[], silent: true, nested: false })
  },
  { deep: true },
)
const faults = ref<readonly string[]>([])
provide(formFaultsKey, faults)
const root = useTemplateRef('root')
/** A fault is shown where it is: what folds it opens, and the first one comes into view with its field at hand. */
async function show(errors: readonly { name?: string }[]) {
  faults.value = errors.map(error => error.name).filter(name => name !== undefined)
  await nextTick()
  await nextTick()
  const told = root.value?.querySelector('[data-slot="error"]')
  told?.scrollIntoView({ block: 'center' })
  told
    ?.closest('[data-slot="root"]')
    ?.querySelector<HTMLElement>('input, textarea, select, button')
    ?.focus({ preventScroll: true })
}
/** Enter in a line of text; in longer text it is a new line, on a button it is the button. */
function onEnter(event: KeyboardEvent) {
  const field = event.target as HTMLElement
  if (!props.onlyByButton || field.tagName !== 'INPUT') return
  event.preventDefault()
  const fields = [...(root.value?.querySelectorAll<HTMLElement>('input, textarea, select, [data-choice][tabindex="0"]') ?? [])]
  fields[fields.indexOf(field) + 1]?.focus()
}
const refused = (event: FormErrorEvent) => show(event.errors)
function setErrors(errors: FormError[]) {
  form.value?.setErrors(errors)
  void show(errors)
}
defineExpose({ setErrors })
</script>

<template>
  <div ref="root" @keydown.enter="onEnter">
    <UForm
      ref="form"
      :schema="schema"
      :state="state"
      :validate-on="['input']"
      :validate-on-input-delay="0"
      v-bind="$attrs"
      @submit="$emit('submit')"
      @error="refused"
    >
      <slot />
      <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
      <slot name="actions" />
    </UForm>
  </div>
</template>
