<script setup lang="ts">
/** Takes photographs with the phone's camera, or from files. */
defineProps<{ label: string; busy?: boolean; several?: boolean }>()
const emit = defineEmits<{ taken: [files: File[]] }>()
function take(event: Event) {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  // So that the same picture can be chosen again.
  input.value = ''
  if (files.length > 0) emit('taken', files)
}
</script>

<template>
  <label class="take">
    <UIcon name="i-lucide-camera" class="size-5" />{{ busy ? 'Sending …' : label }}
    <input
      type="file"
      accept="image/*"
      capture="environment"
      :multiple="several"
      class="sr-only"
      :disabled="busy"
      @change="take"
    />
  </label>
</template>

<style scoped>
.take {
  display: inline-flex;
  align-items: center;
  gap: 0.5rem;
  min-height: 2.75rem;
  padding: 0 0.875rem;
  border: 1px solid var(--hair);
  border-radius: 0.375rem;
  font-weight: 500;
  cursor: pointer;
  background: var(--ui-bg);
}
.take:focus-within {
  outline: 3px solid var(--time);
  outline-offset: 2px;
}
</style>
