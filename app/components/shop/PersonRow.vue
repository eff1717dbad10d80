<script setup lang="ts">
import { roles, type Role } from '#shared/schemas/person'
import type { PersonView } from '#shared/views'

/** Somebody who works here, with what the owner can do: another role, a code for a new password, taking off. */
const props = defineProps<{ person: PersonView; deeds: Record<Role, string> }>()
const emit = defineEmits<{ changed: [people: PersonView[]] }>()
const session = useSession()
const mayChange = computed(() => session.person?.role === 'owner')
const open = ref(false)
const code = ref<string | null>(null)
const sure = ref(false)
const { saving, problem, save } = useSave()
const role = (to: Role) =>
  save(async () => emit('changed', await callApi<PersonView[]>(`people/${props.person.id}/role`, 'PUT', { role: to })))
const makeCode = () =>
  save(async () => {
    code.value = (await callApi<{ code: string }>(`people/${props.person.id}/code`, 'POST')).code
  })
const takeOff = () => save(async () => emit('changed', await callApi<PersonView[]>(`people/${props.person.id}`, 'DELETE')))
</script>

<template>
  <li class="py-3">
    <div class="grid items-center gap-x-3 gap-y-1 sm:grid-cols-[minmax(0,2fr)_minmax(0,3fr)_auto]">
      <span
        ><b>{{ person.name }}</b> <span class="soft">{{ person.login }}</span></span
      >
      <span class="soft">{{ person.role }} · {{ deeds[person.role].toLowerCase() }}</span>
      <UButton
        v-if="mayChange"
        color="neutral"
        variant="outline"
        class="min-h-11"
        :aria-expanded="open"
        :aria-label="`Change ${person.name}`"
        @click="open = !open"
        >Change</UButton
      >
    </div>
    <AuthorityList v-if="!open" :person="person" :may-change="false" />
    <div v-else class="mt-3 space-y-3">
      <AuthorityList :person="person" may-change @changed="emit('changed', $event)" />
      <div class="flex flex-wrap items-end gap-3">
        <UFormField label="Role"
          ><USelect
            :model-value="person.role"
            :items="[...roles]"
            class="min-w-40"
            :disabled="saving"
            @update:model-value="role($event as Role)"
        /></UFormField>
        <UButton
          color="neutral"
          variant="outline"
          class="min-h-11"
          icon="i-lucide-key-round"
          :disabled="saving"
          @click="makeCode"
          >Code for a new password</UButton
        >
        <UButton
          v-if="person.id !== session.person?.id && !sure"
          color="neutral"
          variant="outline"
          class="min-h-11"
          icon="i-lucide-user-round-minus"
          :disabled="saving"
          @click="sure = true"
          >Take off</UButton
        >
      </div>
      <div v-if="sure" class="flex flex-wrap items-center gap-3">
        <span>{{ person.name }} is signed out everywhere; the name stays on what was done.</span>
        <UButton color="neutral" class="min-h-11" :loading="saving" @click="takeOff">Take {{ person.name }} off</UButton>
        <UButton color="neutral" variant="ghost" class="min-h-11" @click="sure = false">Keep</UButton>
      </div>
      <p v-if="code" role="status">
        <b class="figure text-2xl tracking-widest">{{ code }}</b>
        <span class="soft block text-sm"
          >For {{ person.name }}, one day, one use: sign-in page, “I have a code”. It is shown only now.</span
        >
      </p>
      <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    </div>
  </li>
</template>
