<script setup lang="ts">
import { LEAST_PASSWORD, ownerSchema } from '#shared/schemas/person'

definePageMeta({ layout: 'plain' })
const session = useSession()
const route = useRoute()
const unreached = ref(false)
const health = await $fetch<{ empty: boolean }>('/api/health').catch(() => {
  unreached.value = true
  return null
})
const owner = reactive({ code: '', name: '', login: '', password: '' })
const form = useTemplateRef('form')
const { saving, problem, save } = useSave()
const hasCode = ref(false)

/** Back to the page that asked, never to another site. */
function enter() {
  const back = String(route.query.back ?? '/')
  void navigateTo(/^\/(?![/\\])/.test(back) && !back.startsWith('/sign-in') ? back : '/')
}
const makeOwner = () =>
  save(async () => {
    await session.makeOwner({ ...owner, login: owner.login.trim().toLowerCase() })
    enter()
  }, form.value)
</script>

<template>
  <div class="grid min-h-dvh md:grid-cols-[1fr_minmax(24rem,30rem)]">
    <div class="hidden flex-col justify-between overflow-hidden bg-(--rail) p-12 text-zinc-200 md:flex">
      <div class="flex items-center gap-3 text-2xl font-bold" style="font-stretch: 88%">
        <BellSign :size="40" class="text-zinc-300" />Zinc Bell
      </div>
      <svg viewBox="0 0 600 300" class="w-full max-w-2xl" aria-hidden="true">
        <rect x="0" y="196" width="600" height="104" fill="#123b35" />
        <path d="M0 196H600" stroke="#7cc1b0" stroke-width="3" />
        <path d="M60 40L220 92L380 150L540 240" stroke="#8b949a" stroke-width="2" stroke-dasharray="3 7" fill="none" />
        <g
          v-for="[x, y, h] in [
            [60, 40, 16],
            [220, 92, 26],
          ]"
          :key="x"
          :transform="`translate(${x} ${y})`"
          style="color: #e86f48"
        >
          <path :d="`M0 ${-h}V${h}M-9 ${-h}H9M-9 ${h}H9`" stroke="currentColor" stroke-width="3" />
          <path :d="DROP" fill="currentColor" transform="scale(1.300)" />
        </g>
        <g transform="translate(380 150)" style="color: #b1b1d0">
          <path d="M0-64V64M-9-64H9M-9 64H9" stroke="currentColor" stroke-width="3" />
          <circle r="12" fill="#2a2f33" stroke="currentColor" stroke-width="4" stroke-dasharray="6 5" />
        </g>
        <g transform="translate(540 240)" style="color: #7cc1b0">
          <path d="M0-26V26M-9-26H9M-9 26H9" stroke="currentColor" stroke-width="3" />
          <circle r="10" fill="#2a2f33" stroke="currentColor" stroke-width="8" />
        </g>
      </svg>
      <p class="max-w-md text-lg text-zinc-300">
        Sealed is never ticked here. It is derived from tests that reached each part, saw what matters, and still stand.
      </p>
    </div>
    <div class="flex flex-col justify-center bg-(--sheet) px-6 py-10 sm:px-12">
      <div class="mb-8 flex items-center gap-3 text-xl font-bold md:hidden">
        <BellSign :size="34" class="text-zinc-400" />Zinc Bell
      </div>
      <UAlert
        v-if="unreached"
        color="error"
        variant="subtle"
        title="The server does not answer"
        description="Check that the program runs, then load this page again."
        class="mb-6"
      />
      <template v-if="health?.empty">
        <h1 class="mb-2">Open your shop</h1>
        <p class="soft mb-6">
          Nobody has an account yet. The terminal that started the program printed a code; with it you make the owner’s.
        </p>
        <SchemaForm ref="form" :problem="problem" :schema="ownerSchema" :state="owner" class="space-y-4" @submit="makeOwner">
          <UFormField label="Code from the terminal" name="code"
            ><UInput v-model="owner.code" autocomplete="off" autocapitalize="characters" autofocus
          /></UFormField>
          <UFormField label="Your name" name="name"><UInput v-model="owner.name" autocomplete="name" /></UFormField>
          <UFormField label="Sign-in name" name="login" hint="letters, digits, dot, dash"
            ><UInput v-model="owner.login" autocomplete="username" autocapitalize="none"
          /></UFormField>
          <UFormField label="Password" name="password" :hint="`at least ${LEAST_PASSWORD} characters`"
            ><UInput v-model="owner.password" type="password" autocomplete="new-password"
          /></UFormField>
          <template #actions>
            <UButton type="submit" block size="xl" color="neutral" :loading="saving">Make the owner’s account</UButton>
          </template>
        </SchemaForm>
      </template>
      <template v-else>
        <h1 class="mb-6">Sign in</h1>
        <SwitchPerson class="mb-8" />
        <CodeForm v-if="hasCode" @done="enter" />
        <SignInForm v-else @done="enter" />
        <UButton color="neutral" variant="link" class="mt-4 min-h-11 self-start px-0" @click="hasCode = !hasCode">{{
          hasCode ? 'Sign in with the password' : 'I have a code for a new password'
        }}</UButton>
      </template>
    </div>
  </div>
</template>
