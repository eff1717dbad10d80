<script setup lang="ts">
import type { ArchivePlan } from '#shared/archive/brought'
import type { JobView } from '#shared/views'

/** A job from another shop: what the file would bring is said first, then it is taken in. */
const { saving, problem, save } = useSave()
const file = ref<File | null>(null)
const plan = ref<ArchivePlan | null>(null)
const send = <T,>(sure: string | null) => callApi<T>(`archive${sure ? `?sure=${sure}` : ''}`, 'POST', file.value!)
const choose = (event: Event) => {
  const input = event.target as HTMLInputElement
  file.value = input.files?.[0] ?? null
  input.value = ''
  plan.value = null
  if (file.value)
    void save(async () => {
      plan.value = await send<ArchivePlan>(null)
    })
}
const bring = () =>
  save(async () => {
    const job = await send<JobView>(plan.value!.digest)
    await navigateTo(`/jobs/${job.id}`)
  })
const picker = useTemplateRef('picker')
const does = {
  'new': 'It comes in as a new job.',
  'goes on': 'It is a job of this shop that went on elsewhere: what was done there is added.',
  'nothing': 'All of it is here already.',
}
</script>

<template>
  <section class="sheet space-y-3" aria-labelledby="bring-title">
    <h2 id="bring-title">A job from another shop</h2>
    <input
      ref="picker"
      type="file"
      accept=".zip,application/zip"
      class="sr-only"
      aria-label="The file of the job"
      @change="choose"
    />
    <template v-if="plan">
      <p class="text-lg">
        <b>{{ plan.craft }}, {{ plan.tankName }}</b
        >, sent {{ stampText(plan.exportedAt) }} by {{ plan.shop || 'a shop without a name' }}.
      </p>
      <p>{{ does[plan.does] }}</p>
      <p v-if="plan.brings.length">
        It brings
        {{ plan.brings.map(each => `${each.what}: ${each.entries}`).join(', ')
        }}<template v-if="plan.readings">, readings: {{ plan.readings }}</template
        >.
      </p>
      <p v-if="plan.does === 'goes on'" :class="plan.changes.length ? 'unsure font-semibold' : 'soft'">
        {{
          plan.changes.length
            ? `It also changes what stands here: ${plan.changes.join('; ')}. Compare the record before and after.`
            : 'Nothing that stands here is changed.'
        }}
      </p>
      <p v-if="plan.renumbered" class="unsure font-semibold">
        Its numbers are taken here by something else, so all are made anew: signatures from there do not stand here.
      </p>
      <p class="soft">
        What it says was recorded elsewhere, by {{ plan.people.join(', ') || 'nobody' }}. This shop did not see it; a signature
        of this shop is wanted before it is handed back.
      </p>
    </template>
    <p v-else class="soft">
      Choose the file that the other shop sent. What it would bring is said first; nothing is changed by looking.
    </p>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <div class="flex flex-wrap gap-2">
      <UButton v-if="plan && plan.does !== 'nothing'" color="neutral" size="xl" :loading="saving" @click="bring"
        >Bring it in</UButton
      >
      <UButton
        color="neutral"
        :variant="plan ? 'ghost' : 'outline'"
        size="xl"
        icon="i-lucide-file-up"
        :loading="saving && !plan"
        @click="picker?.click()"
        >{{ plan ? 'Another file' : 'Choose the file' }}</UButton
      >
    </div>
  </section>
</template>
