<script setup lang="ts">
import { tankKind, tankKinds, type TankKind } from '#core/circuit/tankKinds'
import { throughputFromStandard } from '#core/quantity/standardLeakRate'
import { newJobSchema, type NewJob } from '#shared/schemas/job'
import type { JobView } from '#shared/views'

/** A new complaint: the tank's kind brings what is usual, all of it can be changed. */
const usual = (kind: TankKind) => ({
  tankKind: kind.key, craftKind: kind.craft, material: kind.material, capacity: kind.capacity, pressureLimit: kind.pressureLimit, limitSource: kind.limitSource, acceptance: throughputFromStandard(kind.acceptance),
})
const { draft, clear } = useDraft<Omit<NewJob, 'id'>>('new-job', () => ({
  ...usual(tankKinds[0]!), craftName: '', tankName: 'fuel tank', fuel: 'petrol', complaint: { shows: [], wet: [], amount: null, words: '' },
}))
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const choose = (kind: TankKind) => { draft.value = { ...draft.value, ...usual(kind) } }
const parts = computed(() => tankKind(draft.value.tankKind).parts)

const submit = () => save(async () => {
  const job = await callApi<JobView>('jobs', 'POST', draft.value)
  clear()
  await navigateTo(`/jobs/${job.id}`)
}, form.value)
useActionKeys('New complaint', [{ key: 'escape', label: 'Back to the Bay', run: () => void navigateTo('/') }])
</script>

<template>
  <div class="page max-w-4xl">
    <h1 class="mb-1">New complaint</h1>
    <p class="soft mb-5">Choose the tank that looks most like it. Its parts and usual limits come along, and you can change them all.</p>
    <SchemaForm ref="form" :problem="problem" :schema="newJobSchema" :state="draft" class="space-y-5" @submit="submit">
      <UFormField name="tankKind" :ui="{ container: 'mt-0' }">
        <div role="radiogroup" aria-label="Kind of tank" class="grid grid-cols-2 gap-2.5 sm:grid-cols-3 lg:grid-cols-5">
          <button
            v-for="kind in tankKinds" :key="kind.key" type="button" role="radio" :aria-checked="draft.tankKind === kind.key" class="sheet min-h-11 cursor-pointer border-2 p-3 text-left"
            :class="draft.tankKind === kind.key ? 'border-(--ink)' : 'border-transparent'" @click="choose(kind)"
          >
            <TankMap :kind="kind.key" bare />
            <span class="mt-2 block font-semibold leading-tight">{{ kind.name }}</span>
            <span class="soft block text-sm">{{ kind.parts.length }} parts</span>
          </button>
        </div>
      </UFormField>
      <div class="sheet p-5">
        <JobFactsFields v-model="draft" />
        <p class="soft mt-4 text-sm">Parts that come along: {{ parts.map(part => lowerFirst(part.name)).join(', ') }}.</p>
      </div>
      <template #actions>
        <div class="flex gap-3">
          <UButton type="submit" size="xl" color="neutral" :loading="saving">Open the job</UButton>
          <UButton to="/" size="xl" color="neutral" variant="ghost">Not now</UButton>
        </div>
      </template>
    </SchemaForm>
  </div>
</template>
