<script setup lang="ts">
import { isUsualReason, usualReasons, type ReasonFor } from '#shared/usualReasons'

/** Why something is so: one of the usual reasons by a tap, or words of one's own. */
const props = defineProps<{
  what: ReasonFor
  label: string
  name?: string
  hint?: string
  help?: string
  autofocus?: boolean
}>()
const reason = defineModel<string>({ required: true })
const usual = computed({
  get: () =>
    usualReasons[props.what].find(each => isUsualReason(props.what, reason.value) && reason.value.startsWith(each)) ?? null,
  set: value => {
    reason.value = value ?? ''
  },
})
</script>

<template>
  <UFormField :label="label" :name="name" :hint="hint" :help="help">
    <TapChoice v-model="usual" :options="usualReasons[what]" label="Usual reasons" class="mb-2" />
    <UInput v-model="reason" :autofocus="autofocus" class="w-full" autocomplete="off" placeholder="or in words" />
  </UFormField>
</template>
