<script setup lang="ts">
import type { Ledger } from '#core/ledger/deriveLedger'
import { testName } from '#core/leaktest/testKinds'
import { unholdableSchema } from '#shared/record/kinds/unholdable'
import type { JobView } from '#shared/views'

/**
 * Leaks that were measured and are still to be retested, with the parts that still want it; and, where nothing can be held any
 * more, who said so and why: then looks at every part close them.
 */
const props = defineProps<{ job: JobView; ledger: Ledger; partName: (id: string) => string }>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }] }>()
const session = useSession()
const said = computed(() => props.job.unholdable.filter(entry => !entry.struck))
const open = ref(false)
const { draft, clear } = useDraft(`unholdable:${props.job.id}`, () => ({ id: newId(), reason: '' }))
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    const job = await callApi<JobView>(`jobs/${props.job.id}/entries/unholdable`, 'POST', draft.value)
    clear()
    open.value = false
    emit('done', job)
  }, form.value)
const tankParts = computed(() => props.job.parts.filter(part => part.removedAt === null).length)
const awaiting = (ids: readonly string[]) =>
  ids.length === tankParts.value ? 'every part' : ids.map(props.partName).join(', ')
const names = computed(() => Object.fromEntries(props.job.tests.map(test => [test.id, testName(test)])))
</script>

<template>
  <section v-if="ledger.measured.length || job.unholdable.length" class="sheet" aria-labelledby="measured-title">
    <div class="flex flex-wrap items-start justify-between gap-2">
      <h2 id="measured-title">Measured, still to be retested</h2>
      <UButton
        v-if="session.mayWork && ledger.measured.length && !said.length"
        color="neutral"
        variant="ghost"
        class="min-h-11"
        @click="open = true"
        >It cannot be held any more</UButton
      >
    </div>
    <p v-for="leak in ledger.measured" :key="leak.testId" class="py-1">
      <span class="leaking font-semibold"><StateSign look="leaking" /> {{ names[leak.testId] }}.</span> A leak is open until
      {{ said.length ? 'looks after its repair find dry' : 'a hold seals' }} {{ awaiting(leak.awaiting) }}.
    </p>
    <p v-for="entry in job.unholdable" :key="entry.id" class="py-1">
      <span :class="entry.struck && 'line-through'"
        >Nothing can be held any more, {{ stampText(entry.at) }}, {{ entry.by }}: {{ entry.reason }}</span
      >
      <span v-if="entry.struck" class="soft"> · struck out: {{ entry.struck }}</span>
      <StrikeLink v-else-if="session.mayWork" @click="emit('strike', { id: entry.id, name: 'that it cannot be held' })" />
    </p>
    <UModal
      v-model:open="open"
      title="It cannot be held any more"
      description="A measured leak is then closed only by looks after the repair, with every part it reached found dry. The record says so, with your reason."
    >
      <template #body>
        <SchemaForm ref="form" :problem="problem" :schema="unholdableSchema" :state="draft" class="space-y-4" @submit="submit">
          <ReasonField v-model="draft.reason" what="cannot be held" label="Why nothing can be held" name="reason" autofocus />
          <template #actions>
            <UButton type="submit" size="xl" color="neutral" :loading="saving">Record it</UButton>
          </template>
        </SchemaForm>
      </template>
    </UModal>
  </section>
</template>
