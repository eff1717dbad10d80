<script setup lang="ts">
import { newTankParts } from '#core/repair/newTank/newTankChecks'
import { newTankRows } from '#shared/repair/newTank'
import { newTankOutcomes, type NewTankOutcome } from '#shared/record/kinds/newTank'
import type { JobView } from '#shared/views'

/** A new tank, or one opened for good: what is checked before it goes in, what moves across, the old fuel, the first fill in quarters. */
const id = String(useRoute().params.id)
const session = useSession()
const { job, error, refresh, take, now } = useJob(id)
const { problem, save } = useSave({ inOrder: true })
const renewing = ref(false)
const rows = computed(() => (job.value ? newTankRows(job.value) : []))
const groups = computed(() => newTankParts.map(part => ({ part, rows: rows.value.filter(row => row.part === part) })))
const done = computed(() => rows.value.filter(row => row.entry && row.entry.outcome !== 'not good').length)
const notes = ref<Record<string, string>>({})
const say = (item: string, outcome: NewTankOutcome) =>
  save(async () => {
    take(
      await callApi<JobView>(`jobs/${id}/entries/new-tank`, 'POST', {
        id: newId(),
        item,
        outcome,
        note: notes.value[item] ?? '',
      }),
    )
    notes.value[item] = ''
  })
const words: Record<NewTankOutcome, string> = { 'good': 'Good', 'not good': 'Not good', 'it has none': 'It has none' }
const next = computed(() => rows.value.find(row => !row.entry) ?? null)
function renewed(view: JobView) {
  renewing.value = false
  take(view)
}
useActionKeys('New tank', [{ key: 'j', label: 'To the job', run: () => void navigateTo(`/jobs/${id}`) }])
</script>

<template>
  <PageState v-if="!job" :error="error" @retry="refresh" />
  <div v-else class="page max-w-4xl space-y-3">
    <header class="flex flex-wrap items-end justify-between gap-3">
      <div class="min-w-0">
        <NuxtLink :to="`/jobs/${id}`" class="soft font-semibold hover:underline"
          >← {{ job.craft.name }}, {{ job.tankName }}</NuxtLink
        >
        <h1>A new tank</h1>
        <p class="soft">
          {{ done }} of {{ rows.length }} are good. <template v-if="next">Next: {{ lowerFirst(next.title) }}.</template>
        </p>
      </div>
      <UButton v-if="session.mayWork" color="neutral" size="xl" @click="renewing = true">The new tank is in</UButton>
    </header>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <p class="sheet soft">
      Once the new tank is in, all evidence of the old one ends and every joint is proved anew. Say so when it is: what is
      carried across is chosen there.
    </p>
    <section v-for="group in groups" :key="group.part" class="sheet" :aria-label="upperFirst(group.part)">
      <h2 class="mb-1">{{ upperFirst(group.part) }}</h2>
      <ul class="divide-y divide-(--hair)">
        <li v-for="row in group.rows" :key="row.key" class="grid gap-x-4 gap-y-2 py-2.5 sm:grid-cols-[minmax(0,1fr)_auto]">
          <div class="min-w-0">
            <p class="font-semibold">
              <StateSign :look="!row.entry ? 'unsure' : row.entry.outcome === 'not good' ? 'leaking' : 'sealed'" />
              {{ row.title }}
            </p>
            <p class="soft text-sm">{{ upperFirst(row.why) }}.</p>
            <p v-if="row.entry" class="soft">
              {{ words[row.entry.outcome] }}, {{ row.entry.by }} {{ clockText(row.entry.at, now)
              }}<template v-if="row.entry.note">: {{ row.entry.note }}</template>
            </p>
          </div>
          <div v-if="session.mayWork" class="flex flex-wrap items-center gap-2">
            <UInput
              v-model="notes[row.key]"
              :aria-label="`Note: ${row.title}`"
              placeholder="note"
              class="w-40"
              autocomplete="off"
            />
            <UButton
              v-for="outcome in newTankOutcomes"
              :key="outcome"
              color="neutral"
              :variant="row.entry?.outcome === outcome ? 'solid' : 'outline'"
              class="min-h-11"
              :aria-label="`${row.title}: ${words[outcome]}`"
              @click="say(row.key, outcome)"
              >{{ words[outcome] }}</UButton
            >
          </div>
        </li>
      </ul>
    </section>
    <RenewPanel v-model:open="renewing" :job="job" @done="renewed" />
  </div>
</template>
