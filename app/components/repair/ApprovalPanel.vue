<script setup lang="ts">
import { repairMethod, type RepairMethodKey } from '#core/repair/method/repairMethods'
import { approvalOf } from '#shared/repair/approvals'
import { approvalSchema, type ApprovalForm, type ApprovalStep } from '#shared/record/kinds/approval'
import type { JobView } from '#shared/views'

/** Approved data for a repair on what flies: asked, granted under a reference, refused. */
const props = defineProps<{ job: JobView; now: number }>()
/** the method that it is for; null while it is closed */
const method = defineModel<RepairMethodKey | null>('method', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()
const open = computed({
  get: () => method.value !== null,
  set: value => {
    if (!value) method.value = null
  },
})
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const { draft, clear } = useDraft(`approval:${props.job.id}`, () => ({
  step: 'asked' as ApprovalStep,
  reference: '',
  note: '',
}))
const state = computed(() => ({ ...draft.value, method: method.value }))
const last = computed(() => method.value && approvalOf(props.job, method.value))
watch(method, is => {
  if (is && last.value?.step === 'asked') draft.value.step = 'granted'
})
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/approval`, 'POST', state.value as ApprovalForm)
    clear()
    emit('done', job)
    method.value = null
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    title="Approved data"
    :description="method ? repairMethod(method).doing : ''"
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm ref="form" :schema="approvalSchema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
        <p class="soft">
          This carries people by air. A repair counts only under approved data, done and released by whoever may.
          <template v-if="last">Last: {{ last.step }} {{ clockText(last.at, now) }}, {{ last.by }}.</template>
        </p>
        <UFormField label="It is" name="step"
          ><TapChoice v-model="draft.step" :options="['asked', 'granted', 'refused']" several label="It is"
        /></UFormField>
        <UFormField v-if="draft.step === 'granted'" label="Reference" name="reference" help="Manual and chapter, or the letter."
          ><UInput v-model="draft.reference" class="w-full" autocomplete="off"
        /></UFormField>
        <p v-if="draft.step === 'asked'" class="soft">A bell rings in three days to ask again.</p>
        <UFormField label="Note" name="note"><UTextarea v-model="draft.note" :rows="2" autoresize class="w-full" /></UFormField>
        <template #actions
          ><UButton type="submit" block size="xl" color="neutral" :loading="saving">Record it</UButton></template
        >
      </SchemaForm>
    </template>
  </USlideover>
</template>
