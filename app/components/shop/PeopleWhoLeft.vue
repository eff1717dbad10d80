<script setup lang="ts">
import type { PersonView } from '#shared/views'

/** Those who were taken off; the owner takes them back on, and a code lets them in. */
const emit = defineEmits<{ changed: [people: PersonView[]] }>()
const { value: left, refresh } = useRefreshed(
  () => callApi<PersonView[]>('people/left'),
  notice => notice.topics.includes('people'),
)
const { saving, problem, save } = useSave()
const back = (person: PersonView) =>
  save(async () => {
    emit('changed', await callApi<PersonView[]>(`people/${person.id}/back`, 'POST'))
    await refresh()
  })
</script>

<template>
  <section v-if="left?.length" class="sheet mb-5 p-5" aria-labelledby="left-title">
    <h2 id="left-title">Taken off</h2>
    <ul class="divide-y divide-(--hair)">
      <li v-for="person in left" :key="person.id" class="flex flex-wrap items-center justify-between gap-2 py-2">
        <span
          >{{ person.name }} <span class="soft">{{ person.login }}</span></span
        >
        <UButton color="neutral" variant="ghost" class="min-h-11" :disabled="saving" @click="back(person)"
          >Take back on</UButton
        >
      </li>
    </ul>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
  </section>
</template>
