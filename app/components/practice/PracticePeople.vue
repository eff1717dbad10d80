<script setup lang="ts">
import type { PersonStanding } from '#shared/practice'

/** Who is safe on what: for the owner, who sees no single answer. */
const now = useClock()
const {
  value: people,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PersonStanding[]>('practice/people'),
  notice => notice.topics.includes('people'),
)
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
      </li>
    </ul>
  </section>
</template>
