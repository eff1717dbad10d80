<script setup lang="ts">
import { isOpenLeak } from '#shared/jobEntries'
import { strikeSchema } from '#shared/record/kinds/strike'
import { isFresh, strikableEntries } from '#shared/strikable'
import type { JobView } from '#shared/views'

/** A correction: the entry stays readable, and no longer counts. */
const props = defineProps<{ job: JobView; subject: { id: string; name: string } | null }>()
const emit = defineEmits<{ done: [job: JobView]; close: [] }>()
const open = computed({
  get: () => props.subject !== null,
  set: value => {
    if (!value) emit('close')
  },
})
const state = ref({ id: newId(), reason: '' })
watch(
  () => props.subject,
  () => {
    state.value = { id: newId(), reason: '' }
  },
)
const whole = computed(() => ({ ...state.value, subjectId: props.subject?.id ?? '' }))
const what = computed(() => (isOpenLeak(props.job, props.subject?.id ?? '', Date.now()) ? 'strike a leak' : 'strike'))
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const session = useSession()
const isTakenBack = () => {
  const entry = strikableEntries(props.job).find(each => each.id === props.subject?.id)
  return entry !== undefined && isFresh(entry, session.person?.name ?? '', Date.now())
}
const submit = () =>
  save(async () => {
    const why = 'Say why it no longer counts.'
    if (!state.value.reason.trim() && !isTakenBack()) throw new ApiError(why, 422, { reason: why })
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/strike`, 'POST', whole.value))
  }, form.value)
/** One's own entry of the last seconds is taken back at once, without asking why. */
watch(
  () => props.subject,
  async subject => {
    if (subject && isTakenBack()) await submit()
  },
  { immediate: true },
)
</script>

<template>
  <UModal
    v-model:open="open"
    :title="`Strike out ${subject?.name ?? ''}`"
    description="It stays on the record with your reason, and no longer counts."
  >
    <template #body>
      <SchemaForm ref="form" :problem="problem" :schema="strikeSchema" :state="whole" class="space-y-4" @submit="submit">
        <ReasonField v-model="state.reason" :what="what" label="Why it no longer counts" name="reason" autofocus />
        <template #actions>
          <UButton type="submit" size="xl" color="neutral" :loading="saving">Strike it out</UButton>
        </template>
      </SchemaForm>
    </template>
  </UModal>
</template>
