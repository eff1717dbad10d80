<script setup lang="ts">
import { PROGRAM } from '#shared/version'
import { LEAST_PASSWORD, passwordSchema, pinSchema } from '#shared/schemas/person'
import type { PersonView, SignedInView } from '#shared/views'

/** What is one's own: password, PIN, and where one is signed in. */
const session = useSession()
const now = useClock()
const {
  value: browsers,
  error,
  refresh,
} = useRefreshed(
  () => callApi<SignedInView[]>('me/sessions'),
  notice => notice.topics.includes('people'),
)

const password = ref({ password: '', fresh: '' })
const passwordForm = useTemplateRef('passwordForm')
const { saving: changing, problem: passwordProblem, save: savePassword } = useSave()
const changed = ref(false)
const changePassword = () =>
  savePassword(async () => {
    changed.value = false
    await callApi('me/password', 'PUT', password.value)
    password.value = { password: '', fresh: '' }
    changed.value = true
    await refresh()
  }, passwordForm.value)

const pin = ref({ password: '', pin: '' })
const pinForm = useTemplateRef('pinForm')
const { saving: pinning, problem: pinProblem, save: savePin } = useSave()
const setPin = (to: string | null) =>
  savePin(async () => {
    session.person = await callApi<PersonView>('me/pin', 'PUT', { password: pin.value.password, pin: to })
    pin.value = { password: '', pin: '' }
  }, pinForm.value)

const { saving: ending, problem: endProblem, save: saveEnd } = useSave()
const end = (path: string) =>
  saveEnd(async () => {
    browsers.value = await callApi<SignedInView[]>(path, 'DELETE')
  })
</script>

<template>
  <PageState v-if="!browsers" :error="error" @retry="refresh" />
  <div v-else class="page max-w-3xl space-y-5">
    <h1>{{ session.person?.name }}</h1>
    <section class="sheet p-5" aria-labelledby="where-title">
      <h2 id="where-title" class="mb-2">Where you are signed in</h2>
      <ul class="divide-y divide-(--hair)">
        <li v-for="each in browsers" :key="each.id" class="flex flex-wrap items-center justify-between gap-2 py-2">
          <span
            ><b>{{ each.device || 'A browser' }}</b
            ><span v-if="each.own"> · this one</span>
            <span class="soft block text-sm"
              >since {{ clockText(each.beganAt, now) }}, last seen {{ clockText(each.seenAt, now) }}</span
            ></span
          >
          <UButton
            v-if="!each.own"
            color="neutral"
            variant="outline"
            class="min-h-11"
            :disabled="ending"
            @click="end(`me/sessions/${each.id}`)"
            >Sign it out</UButton
          >
        </li>
      </ul>
      <p v-if="endProblem" role="alert" class="leaking font-semibold">{{ endProblem }}</p>
      <UButton
        v-if="browsers.length > 1"
        color="neutral"
        variant="ghost"
        class="mt-2 min-h-11"
        :disabled="ending"
        @click="end('me/sessions')"
        >Sign out everywhere but here</UButton
      >
    </section>
    <BellsHere />
    <SchemaForm
      ref="passwordForm"
      :problem="passwordProblem"
      :schema="passwordSchema"
      :state="password"
      class="sheet grid gap-4 p-5 sm:grid-cols-2"
      @submit="changePassword"
    >
      <div class="sm:col-span-2">
        <h2>Password</h2>
        <p class="soft">A few words that nobody would put together. Your other browsers are signed out.</p>
      </div>
      <UFormField label="Password now" name="password"
        ><UInput v-model="password.password" type="password" autocomplete="current-password"
      /></UFormField>
      <UFormField label="New password" name="fresh" :hint="`at least ${LEAST_PASSWORD} characters`"
        ><UInput v-model="password.fresh" type="password" autocomplete="new-password"
      /></UFormField>
      <template #actions>
        <div class="flex items-center gap-3 sm:col-span-2">
          <UButton type="submit" size="xl" color="neutral" :loading="changing">Change the password</UButton>
          <span v-if="changed" role="status" class="soft">Changed.</span>
        </div>
      </template>
    </SchemaForm>
    <SchemaForm
      ref="pinForm"
      :problem="pinProblem"
      :schema="pinSchema"
      :state="pin"
      class="sheet grid gap-4 p-5 sm:grid-cols-2"
      @submit="setPin(pin.pin)"
    >
      <div class="sm:col-span-2">
        <h2>PIN for a shared tablet</h2>
        <p class="soft">
          {{
            session.person?.hasPin
              ? 'You have a PIN. Where you are signed in, your name and the PIN switch to you.'
              : 'Where several people are signed in, a name and its PIN switch between them, so that entries stand under the right one.'
          }}
        </p>
      </div>
      <UFormField label="Your password" name="password"
        ><UInput v-model="pin.password" type="password" autocomplete="current-password"
      /></UFormField>
      <UFormField label="PIN" name="pin" hint="4 to 8 figures"
        ><UInput v-model="pin.pin" type="password" inputmode="numeric" autocomplete="off"
      /></UFormField>
      <template #actions>
        <div class="flex flex-wrap items-center gap-3 sm:col-span-2">
          <UButton type="submit" size="xl" color="neutral" :loading="pinning">{{
            session.person?.hasPin ? 'Set another PIN' : 'Set the PIN'
          }}</UButton>
          <UButton
            v-if="session.person?.hasPin"
            type="button"
            size="xl"
            color="neutral"
            variant="ghost"
            :disabled="pinning"
            @click="setPin(null)"
            >Take the PIN away</UButton
          >
        </div>
      </template>
    </SchemaForm>
    <p class="soft figure mt-6">{{ PROGRAM }}</p>
  </div>
</template>
