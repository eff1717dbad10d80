<script setup lang="ts">
import { authorityDeeds, authoritySchema, type AuthorityDeed } from '#shared/schemas/person'
import type { PersonView } from '#shared/views'

/** What the owner gave somebody to do that others may not: to inspect, return to service, do hot work; with its number and end. */
const props = defineProps<{ person: PersonView; mayChange: boolean }>()
const emit = defineEmits<{ changed: [people: PersonView[]] }>()
const now = useClock()
const open = ref(false)
const blank = () => ({ id: newId(), deed: 'inspect' as AuthorityDeed, authority: '', number: '', until: '' })
const said = ref(blank())
/** To the end of its last day. */
const whole = computed(() => ({ ...said.value, until: Date.parse(`${said.value.until}T23:59:59`) }))
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const give = () =>
  save(async () => {
    emit('changed', await callApi<PersonView[]>(`people/${props.person.id}/authorities`, 'POST', whole.value))
    said.value = blank()
    open.value = false
  }, form.value)
const end = (id: string) =>
  save(async () => emit('changed', await callApi<PersonView[]>(`people/${props.person.id}/authorities/${id}`, 'DELETE')))
</script>

<template>
  <ul v-if="person.authorities.length">
    <li v-for="each in person.authorities" :key="each.id" class="flex flex-wrap items-center gap-x-3">
      <span
        ><b>{{ upperFirst(each.deed) }}</b
        >: {{ each.authority }}, no. {{ each.number }},
        <span :class="each.until < now && 'leaking font-semibold'">{{
          each.until < now ? `over since ${dayText(each.until)}` : `until ${dayText(each.until)}`
        }}</span></span
      >
      <UButton v-if="mayChange" color="neutral" variant="ghost" class="min-h-11" :disabled="saving" @click="end(each.id)"
        >End it</UButton
      >
    </li>
  </ul>
  <template v-if="mayChange">
    <UButton v-if="!open" color="neutral" variant="outline" class="min-h-11" icon="i-lucide-stamp" @click="open = true"
      >Give an authority</UButton
    >
    <SchemaForm
      v-else
      ref="form"
      :schema="authoritySchema"
      :state="whole"
      :problem="problem"
      class="grid gap-3 sm:grid-cols-2"
      @submit="give"
    >
      <UFormField label="What for" name="deed"><USelect v-model="said.deed" :items="[...authorityDeeds]" /></UFormField>
      <UFormField label="By whose authority" name="authority"
        ><UInput v-model="said.authority" autocomplete="off"
      /></UFormField>
      <UFormField label="Licence or approval number" name="number"
        ><UInput v-model="said.number" autocomplete="off"
      /></UFormField>
      <UFormField label="Valid until" name="until"><UInput v-model="said.until" type="date" /></UFormField>
      <template #actions>
        <div class="flex gap-2 sm:col-span-2">
          <UButton type="submit" color="neutral" size="xl" :loading="saving">Give it</UButton>
          <UButton type="button" color="neutral" variant="ghost" size="xl" @click="open = false">Not now</UButton>
        </div>
      </template>
    </SchemaForm>
  </template>
</template>
