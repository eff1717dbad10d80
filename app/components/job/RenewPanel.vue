<script setup lang="ts">
import { isSkin } from '#core/circuit/service'
import { liveParts } from '#shared/jobCircuit'
import { renewSchema } from '#shared/schemas/circuit'
import type { JobView } from '#shared/views'

/** Another tank is on: what was carried across is chosen, everything else is new and wants evidence of its own. */
const props = defineProps<{ job: JobView }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()
const { draft, clear } = useDraft(`renew:${props.job.id}`, () => ({ carried: [] as string[], note: '' }))
/** The skin is the tank itself: it is never carried across. */
const parts = computed(() => liveParts(props.job).filter(part => !isSkin(part.family)))
const names = computed(() => Object.fromEntries(parts.value.map(part => [part.id, part.name])))
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/renew`, 'POST', draft.value)
    clear()
    open.value = false
    emit('done', job)
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    title="The tank was renewed"
    description="Nothing that was shown of the old tank counts for the new one. Its leaks went with it; what was carried across is proved anew."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body
      ><NextFrame>
        <SchemaForm ref="form" :problem="problem" :schema="renewSchema" :state="draft" class="space-y-4" @submit="submit">
          <UFormField label="Carried across from the old one" name="carried"
            ><TapChoice
              v-model="draft.carried"
              :options="parts.map(part => part.id)"
              :words="names"
              label="Carried across from the old one"
          /></UFormField>
          <UFormField label="Which tank is on now" name="note" hint="maker’s number, new or used"
            ><UInput v-model="draft.note" autocomplete="off"
          /></UFormField>
          <template #actions>
            <UButton type="submit" block size="xl" color="neutral" :loading="saving">Another tank is on</UButton>
          </template>
        </SchemaForm></NextFrame
      >
    </template>
  </USlideover>
</template>
