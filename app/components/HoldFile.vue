<script setup lang="ts">
import type { LiveHold } from '~/composables/useHold'

/** Takes a hold's readings from a CSV file, whole or not at all. */
const props = defineProps<{ hold: LiveHold }>()
const emit = defineEmits<{ taken: [hold: LiveHold] }>()
const file = ref<File | null>(null)
const { problem, save } = useSave()

async function take(chosen: File | null) {
  if (!chosen) return
  const text = await chosen.text()
  const taken = await save(() => callApi<LiveHold>(`holds/${props.hold.id}/file`, 'POST', { text }))
  if (taken) emit('taken', taken)
  else file.value = null
}
</script>

<template>
  <section class="sheet space-y-3">
    <h2 class="text-lg text-(--ink)">The file of readings</h2>
    <p class="soft">
      One header row with the unit in each name, such as <code>time_s</code>, <code>pressure_kPa</code>, <code>temperature_C</code>, <code>barometer_hPa</code>, <code>event</code>.
      Comma, semicolon or tab, decimal point or comma. It is taken whole or not at all.
    </p>
    <UFileUpload
      v-model="file" accept=".csv,.txt,text/csv,text/plain" label="Drop the file here, or tap to choose it" icon="i-lucide-file-up"
      class="min-h-40 w-full" @update:model-value="take($event as File | null)"
    />
    <p v-if="problem" role="alert" class="leaking text-lg font-semibold">{{ problem }}</p>
  </section>
</template>
