<script setup lang="ts">
import { signInSchema } from '#shared/schemas/person'

const emit = defineEmits<{ done: [] }>()
const session = useSession()
const state = reactive({ login: session.person?.login ?? '', password: '' })
const { saving, problem, save } = useSave()
const form = useTemplateRef('form')

const submit = () =>
  save(async () => {
    await session.signIn(state.login.trim().toLowerCase(), state.password)
    emit('done')
  }, form.value)
</script>

<template>
  <SchemaForm ref="form" :problem="problem" :schema="signInSchema" :state="state" class="space-y-4" @submit="submit">
    <UFormField label="Sign-in name" name="login"
      ><UInput v-model="state.login" autocomplete="username" autocapitalize="none" autofocus
    /></UFormField>
    <UFormField label="Password" name="password"
      ><UInput v-model="state.password" type="password" autocomplete="current-password"
    /></UFormField>
    <template #actions>
      <UButton type="submit" block size="xl" color="neutral" :loading="saving">Sign in</UButton>
    </template>
  </SchemaForm>
</template>
