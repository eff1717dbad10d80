<script setup lang="ts">
import type { FormError } from '@nuxt/ui'
import type { AnyObjectSchema } from 'yup'

/**
 * A form checked by the schema that its route uses. Checked as one types and on sending, not on leaving a field:
 * a sentence that comes or goes under a finger moves the button away from it.
 */
const props = defineProps<{
  schema: AnyObjectSchema
  state: object
  /** what went wrong with the whole */ problem?: string | null
}>()
defineEmits<{ submit: [] }>()
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
defineExpose({ setErrors: (errors: FormError[]) => form.value?.setErrors(errors) })
</script>

<template>
  <UForm
    ref="form"
    :schema="schema"
    :state="state"
    :validate-on="['input']"
    :validate-on-input-delay="0"
    @submit="$emit('submit')"
  >
    <slot />
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <slot name="actions" />
  </UForm>
</template>
