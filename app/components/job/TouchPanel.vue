<script setup lang="ts">
import { touchKinds } from '#core/record/record'
import { listWords } from '#core/words/words'
import { touchSchema } from '#shared/record/kinds/touch'
import type { JobView } from '#shared/views'

/** Parts that were disturbed: their evidence ends, that of the others stands. */
const props = defineProps<{ job: JobView }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView]; renewed: [] }>()
const entries = useEntryQueue()
const { draft, clear } = useDraft(`touch:${props.job.id}`, () => ({
  partIds: [] as string[],
  kind: 'removed' as (typeof touchKinds)[number],
  note: '',
  happened: '',
}))
const parts = computed(() => props.job.parts.filter(part => part.removedAt === null))
const names = computed(() => Object.fromEntries(parts.value.map(part => [part.id, part.name])))
const body = computed(() => {
  const { happened, ...facts } = draft.value
  return { ...facts, ago: agoOf(happened) }
})
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    const words = `${upperFirst(draft.value.kind)}: ${listWords(draft.value.partIds.map(id => lowerFirst(names.value[id] ?? '')))}`
    const job = await entries.send({
      jobId: props.job.id,
      path: `jobs/${props.job.id}/entries/touch`,
      body: body.value,
      words,
      timed: true,
    })
    clear()
    if (job) emit('done', job)
    else open.value = false
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    title="Parts were disturbed"
    description="Removed, refitted, knocked or adjusted: evidence for these parts ends, and they want a test again."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body
      ><NextFrame>
        <SchemaForm ref="form" :problem="problem" :schema="touchSchema" :state="body" class="space-y-4" @submit="submit">
          <UFormField label="What happened" name="kind"
            ><TapChoice v-model="draft.kind" :options="touchKinds" several label="What happened"
          /></UFormField>
          <UFormField label="Parts" name="partIds"
            ><TapChoice v-model="draft.partIds" :options="parts.map(part => part.id)" :words="names" several label="Parts"
          /></UFormField>
          <WhenField v-model="draft.happened" />
          <UFormField label="Note" name="note"><UTextarea v-model="draft.note" :rows="2" autoresize /></UFormField>
          <template #actions>
            <UButton type="submit" block size="xl" color="neutral" :loading="saving">Record it</UButton>
            <UButton type="button" block size="xl" color="neutral" variant="ghost" class="mt-2" @click="$emit('renewed')"
              >The whole tank was renewed</UButton
            >
          </template>
        </SchemaForm></NextFrame
      >
    </template>
  </USlideover>
</template>
