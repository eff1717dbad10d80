<script setup lang="ts">
import { RUNGS, type PersonStanding } from '#shared/practice'

/** Who is safe on what: for the owner, who sees no single answer. */
const now = useClock()
const rungs = Array.from({ length: RUNGS }, (_, k) => ({ label: `Rung ${k + 1}`, value: k + 1 }))
const {
  value: people,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PersonStanding[]>('practice/people'),
  notice => notice.topics.includes('people'),
)
const { saving, problem, save } = useSave()
const setting = ref<string | null>(null)
const rung = ref(1)
const set = (personId: string) =>
  save(async () => {
    people.value = await callApi<PersonStanding[]>('practice/tasks', 'POST', { id: newId(), personId, rung: rung.value })
    setting.value = null
  })
const safe = ({ topics }: PersonStanding) => topics.filter(each => each.safe).map(each => topicWords[each.topic].toLowerCase())
</script>

<template>
  <section class="sheet p-5" aria-labelledby="people-safe-title">
    <h2 id="people-safe-title" class="mb-2">Who is safe on what</h2>
    <p v-if="error" role="alert" class="leaking font-semibold">
      {{ error.message }} <UButton color="neutral" variant="outline" class="min-h-11" @click="refresh">Try again</UButton>
    </p>
    <USkeleton v-else-if="!people" class="h-24 w-full" />
    <ul v-else class="divide-y divide-(--hair)">
      <li v-for="person in people" :key="person.id" class="py-2">
        <b>{{ person.name }}</b>
        <span class="soft">
          · {{ person.lastAt === null ? 'has not practised' : `last ${clockText(person.lastAt, now)}` }}</span
        >
        <p v-if="person.lastAt !== null">
          Safe on {{ safe(person).length }} of {{ person.topics.length
          }}<span v-if="safe(person).length">: {{ safe(person).join(', ') }}</span
          >.
        </p>
        <p v-if="person.rungs || person.set.length">
          {{ person.rungs }} of {{ RUNGS }} rungs won<span v-if="person.set.length" class="time font-medium"
            >; set: rung {{ person.set.join(', ') }}</span
          >.
        </p>
        <form v-if="setting === person.id" class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="set(person.id)">
          <USelect v-model="rung" :items="rungs" size="xl" class="min-w-36" :aria-label="`Rung for ${person.name}`" />
          <UButton type="submit" color="neutral" size="xl" :loading="saving">Set it</UButton>
          <UButton color="neutral" variant="ghost" size="xl" @click="setting = null">Not now</UButton>
          <p v-if="problem" role="alert" class="leaking w-full font-semibold">{{ problem }}</p>
        </form>
        <UButton v-else color="neutral" variant="outline" class="mt-1.5 min-h-11" @click="setting = person.id"
          >Set a hunt</UButton
        >
      </li>
    </ul>
  </section>
</template>
