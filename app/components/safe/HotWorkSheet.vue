<script setup lang="ts">
import { hotWorkSchema } from '#shared/record/kinds/hotWork'
import type { JobView } from '#shared/views'

/** Flame or arc: kept outside this program, and recorded with its certificate when a licensed shop did it. */
const props = defineProps<{ job: JobView; now: number; mayWork: boolean }>()
const emit = defineEmits<{ done: [job: JobView]; strike: [subject: { id: string; name: string }] }>()
const hot = ref({ id: newId(), shop: '', certificate: '', issuedOn: '', what: '', note: '' })
const recording = useSave()
const hotForm = useTemplateRef('hotForm')
const recordHotWork = () =>
  recording.save(async () => {
    emit('done', await callApi<JobView>(`jobs/${props.job.id}/entries/hot-work`, 'POST', hot.value))
    hot.value = { id: newId(), shop: '', certificate: '', issuedOn: '', what: '', note: '' }
  }, hotForm.value)
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="hot-title">
    <h2 id="hot-title">Flame or arc</h2>
    <p>
      Welding, brazing and soldering with flame stay outside this program: a licensed shop does it under a gas-free certificate,
      and that is recorded here.
    </p>
    <p v-for="each in job.hotWork" :key="each.id" :class="each.struck && 'line-through'">
      <b>{{ each.what }}</b>: {{ each.shop }}, certificate {{ each.certificate }} of {{ each.issuedOn }}.
      <span class="soft text-sm">{{ clockText(each.at, now) }}, {{ each.by }}</span
      >{{ ' ' }}<StrikeLink v-if="mayWork && !each.struck" @click="emit('strike', { id: each.id, name: 'this hot work' })" />
    </p>
    <details v-if="mayWork">
      <summary class="min-h-11 cursor-pointer py-2 font-semibold">Record what a licensed shop did</summary>
      <SchemaForm
        :key="hot.id"
        ref="hotForm"
        :schema="hotWorkSchema"
        :state="hot"
        :problem="recording.problem.value"
        class="grid gap-x-5 gap-y-3 sm:grid-cols-2"
        @submit="recordHotWork"
      >
        <UFormField label="What was done" name="what"><UInput v-model="hot.what" /></UFormField>
        <UFormField label="Licensed shop" name="shop"><UInput v-model="hot.shop" /></UFormField>
        <UFormField label="Gas-free certificate" name="certificate"><UInput v-model="hot.certificate" /></UFormField>
        <UFormField label="Its date" name="issuedOn"><UInput v-model="hot.issuedOn" type="date" /></UFormField>
        <template #actions
          ><UButton type="submit" color="neutral" variant="outline" class="min-h-11" :loading="recording.saving.value"
            >Record it</UButton
          ></template
        >
      </SchemaForm>
    </details>
  </section>
</template>
