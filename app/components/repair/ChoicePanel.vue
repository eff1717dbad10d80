<script setup lang="ts">
import type { RepairMethodKey } from '#core/repair/method/repairMethods'
import type { Way } from '#shared/repair/decision'
import { choiceSchema } from '#shared/record/kinds/choice'
import type { JobView } from '#shared/views'

/** Records which way was chosen and by whom, with what there was to choose from. */
const props = defineProps<{ job: JobView; leakId: string; ways: readonly Way[]; priced: boolean }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [job: JobView] }>()
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const { draft, clear } = useDraft(`choice:${props.leakId}`, () => ({
  method: null as RepairMethodKey | null,
  by: '',
  note: '',
}))
const state = computed(() => ({
  ...draft.value,
  leakId: props.leakId,
  options: props.ways.map(({ method, weighed }) => ({
    method: method.key,
    days: weighed.days,
    cost: props.priced ? weighed.cost : null,
    chance: weighed.chance,
  })),
}))
const keys = computed(() => props.ways.map(way => way.method.key))
const names = computed(() => Object.fromEntries(props.ways.map(way => [way.method.key, way.method.doing])))
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/choice`, 'POST', state.value)
    clear()
    emit('done', job)
    open.value = false
  }, form.value)
</script>

<template>
  <USlideover
    v-model:open="open"
    title="What was chosen"
    description="The record keeps what there was to choose from."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <SchemaForm ref="form" :schema="choiceSchema" :state="state" :problem="problem" class="space-y-4" @submit="submit">
        <UFormField label="The way" name="method"
          ><TapChoice v-model="draft.method" :options="keys" :words="names" several label="The way"
        /></UFormField>
        <UFormField label="Chosen by" name="by"
          ><UInput v-model="draft.by" placeholder="Such as: the owner, by telephone" class="w-full" autocomplete="off"
        /></UFormField>
        <UFormField label="Note" name="note"><UTextarea v-model="draft.note" :rows="2" autoresize class="w-full" /></UFormField>
        <template #actions
          ><UButton type="submit" block size="xl" color="neutral" :loading="saving">Record the choice</UButton></template
        >
      </SchemaForm>
    </template>
  </USlideover>
</template>
