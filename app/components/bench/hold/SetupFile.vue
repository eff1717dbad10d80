<script setup lang="ts">
import { HoldError, type HoldSetup } from '#core/hold/holdSetup'
import { setupFromJson } from '#core/readings/setupJson'

/** Takes a hold's set-up from its file, the one beside its readings; the limit of the job counts, whatever the file says. */
const props = defineProps<{ /** Pa·m3/s */ limit: number }>()
const emit = defineEmits<{ read: [setup: HoldSetup] }>()
const said = ref<string | null>(null)
const problem = ref<string | null>(null)
async function read(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  input.value = ''
  if (!file) return
  said.value = problem.value = null
  try {
    const setup = setupFromJson(JSON.parse(await file.text()))
    emit('read', setup)
    const other = Math.abs(setup.limit - props.limit) > 1e-6 * props.limit
    said.value = `${file.name} is taken.${other ? ` Its limit is ${limitText(setup.limit)} mL/min; this job’s ${limitText(props.limit)} counts.` : ''} Say how each opening is closed.`
  } catch (error) {
    if (!(error instanceof HoldError) && !(error instanceof SyntaxError)) throw error
    problem.value =
      error instanceof HoldError ? error.message : `${file.name} is no JSON file. Take the one that ends in .setup.json.`
  }
}
</script>

<template>
  <div class="flex flex-wrap items-center gap-x-3 gap-y-1">
    <label
      class="soft inline-flex min-h-11 cursor-pointer items-center gap-2 font-semibold underline underline-offset-3 focus-within:outline-3 focus-within:outline-(--time)"
    >
      <UIcon name="i-lucide-file-input" class="size-5" />Take the set-up from a file
      <input type="file" accept=".json,application/json" class="sr-only" @change="read" />
    </label>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p v-else-if="said" role="status" class="font-medium">{{ said }}</p>
  </div>
</template>
