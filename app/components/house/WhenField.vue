<script setup lang="ts">
/** When something happened: now, or earlier where somebody types it later. Local date and time; empty is now. */
const at = defineModel<string>({ required: true })
function earlier() {
  const local = new Date(Date.now() - new Date().getTimezoneOffset() * 60_000)
  at.value = local.toISOString().slice(0, 16)
}
</script>

<template>
  <UFormField label="When" name="ago" :help="at ? 'The record shows that it was typed later.' : undefined">
    <div class="flex flex-wrap items-center gap-2">
      <template v-if="at">
        <UInput v-model="at" type="datetime-local" aria-label="When it was" />
        <UButton type="button" color="neutral" variant="ghost" class="min-h-11" @click="at = ''">Now</UButton>
      </template>
      <template v-else>
        <span>now</span>
        <UButton type="button" color="neutral" variant="ghost" class="min-h-11" @click="earlier">It was earlier</UButton>
      </template>
    </div>
  </UFormField>
</template>
