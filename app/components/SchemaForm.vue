<script setup lang="ts">
import type { FormError } from '@nuxt/ui'
import type { AnyObjectSchema } from 'yup'

/**
 * A form checked by the schema that its route uses. Checked as one types and on sending, not on leaving a field:
 * a sentence that comes or goes under a finger moves the button away from it.
 */
defineProps<{ schema: AnyObjectSchema, state: object, /** what went wrong with the whole */ problem?: string | null }>()
defineEmits<{ submit: [] }>()
const form = useTemplateRef('form')
defineExpose({ setErrors: (errors: FormError[]) => form.value?.setErrors(errors) })
</script>

<template>
  <UForm ref="form" :schema="schema" :state="state" :validate-on="['input', 'change']" :validate-on-input-delay="0" @submit="$emit('submit')">
    <slot />
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <slot name="actions" />
  </UForm>
</template>
