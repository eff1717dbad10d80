<script setup lang="ts">
import { codeSchema, LEAST_PASSWORD } from '#shared/schemas/person'

/** A new password with a code: from the owner, or from the terminal of the machine. */
const emit = defineEmits<{ done: [] }>()
const session = useSession()
const state = reactive({ login: '', code: '', password: '' })
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const submit = () =>
  save(async () => {
    await session.useCode({ ...state, login: state.login.trim().toLowerCase() })
    emit('done')
  }, form.value)
</script>

<template>
  <SchemaForm ref="form" :problem="problem" :schema="codeSchema" :state="state" class="space-y-4" @submit="submit">
    <UFormField label="Sign-in name" name="login"
      ><UInput v-model="state.login" autocomplete="username" autocapitalize="none"
    /></UFormField>
    <UFormField label="Code" name="code" help="From the owner, for one day and one use."
      ><UInput v-model="state.code" autocomplete="one-time-code" autocapitalize="characters"
    /></UFormField>
    <UFormField label="New password" name="password" :hint="`at least ${LEAST_PASSWORD} characters`"
      ><UInput v-model="state.password" type="password" autocomplete="new-password"
    /></UFormField>
    <template #actions>
      <UButton type="submit" block size="xl" color="neutral" :loading="saving">Set the password and sign in</UButton>
    </template>
  </SchemaForm>
</template>
