<script setup lang="ts">
import { LEAST_PASSWORD, personSchema, roles } from '#shared/schemas/person'
import type { PersonView } from '#shared/views'

/** Who works here; the owner adds people. */
const session = useSession()
const {
  value: people,
  error,
  refresh,
} = useRefreshed(
  () => callApi<PersonView[]>('people'),
  notice => notice.topics.includes('people'),
)
const blank = () => ({ id: newId(), name: '', login: '', password: '', role: 'technician' as (typeof roles)[number] })
const state = ref(blank())
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')
const submit = () =>
  save(async () => {
    await callApi('people', 'POST', state.value)
    state.value = blank()
    await refresh()
  }, form.value)
const { saving: settingDefaults, save: saveDefaults } = useSave()
const defaultsSet = ref(false)
const useMine = () =>
  saveDefaults(async () => {
    await callApi('people/defaults', 'PUT')
    defaultsSet.value = true
  })
const deeds = {
  owner: 'Does the work and adds people',
  technician: 'Does the work',
  inspector: 'Reads everything, changes nothing',
}
</script>

<template>
  <PageState v-if="!people" :error="error" @retry="refresh" />
  <div v-else class="page max-w-3xl">
    <h1 class="mb-4">People and shop</h1>
    <ul class="sheet mb-5 divide-y divide-(--hair)">
      <PersonRow v-for="person in people" :key="person.id" :person="person" :deeds="deeds" @changed="people = $event" />
    </ul>
    <PeopleWhoLeft v-if="session.person?.role === 'owner'" @changed="people = $event" />
    <SchemaForm
      v-if="session.person?.role === 'owner'"
      ref="form"
      :problem="problem"
      :schema="personSchema"
      :state="state"
      class="sheet grid gap-4 p-5 sm:grid-cols-2"
      @submit="submit"
    >
      <h2 class="sm:col-span-2">Add a person</h2>
      <UFormField label="Name" name="name"><UInput v-model="state.name" autocomplete="off" /></UFormField>
      <UFormField label="Sign-in name" name="login"
        ><UInput v-model="state.login" autocomplete="off" autocapitalize="none"
      /></UFormField>
      <UFormField label="First password" name="password" :hint="`at least ${LEAST_PASSWORD} characters`"
        ><UInput v-model="state.password" type="password" autocomplete="new-password"
      /></UFormField>
      <UFormField label="Role" name="role" :help="deeds[state.role]"
        ><USelect v-model="state.role" :items="[...roles]"
      /></UFormField>
      <template #actions>
        <UButton type="submit" size="xl" color="neutral" class="justify-self-start" :loading="saving">Add</UButton>
      </template>
    </SchemaForm>
    <section v-if="session.person?.role === 'owner'" class="sheet mt-5 p-5">
      <h2>What new people begin with</h2>
      <p class="soft mb-3">Units, figures, dates and paper. Each may choose otherwise.</p>
      <UButton color="neutral" variant="outline" class="min-h-11" :loading="settingDefaults" @click="useMine"
        >As I have them now</UButton
      >
      <span v-if="defaultsSet" role="status" class="soft ml-3">Kept.</span>
    </section>
    <LetterheadForm v-if="session.person?.role === 'owner'" />
  </div>
</template>
