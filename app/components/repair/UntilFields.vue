<script setup lang="ts">
/** Of what only gets it home: until which day it may stay, why, and when it may be used again. */
const fields = defineModel<{ until: number | null; untilReason: string; notUsedUntil: string }>({ required: true })
const day = computed({
  get: () => (fields.value.until === null ? '' : new Date(fields.value.until).toISOString().slice(0, 10)),
  set: text => {
    fields.value.until = text ? Date.parse(text) : null
  },
})
</script>

<template>
  <p class="unsure font-semibold">It only gets it home. It is never counted as sealed.</p>
  <UFormField label="It may stay until" name="until"><UInput v-model="day" type="date" class="w-full" /></UFormField>
  <UFormField label="Why only for now" name="untilReason"><UInput v-model="fields.untilReason" class="w-full" /></UFormField>
  <UFormField label="Not to be used until" name="notUsedUntil"
    ><UInput v-model="fields.notUsedUntil" placeholder="Such as: held again, dry" class="w-full"
  /></UFormField>
</template>
