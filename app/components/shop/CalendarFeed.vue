<script setup lang="ts">
/** What is due in a calendar: once as a file, or at a private address that the calendar reads again and again. */
const { saving, problem, save } = useSave()
const address = ref<string | null>(null)
const ended = ref(false)
const make = () =>
  save(async () => {
    const { token } = await callApi<{ token: string }>('me/calendar', 'POST')
    address.value = `${location.origin}/api/calendar/${token}`
    ended.value = false
  })
const end = () =>
  save(async () => {
    await callApi('me/calendar', 'DELETE')
    address.value = null
    ended.value = true
  })
const { copy, copied } = useClipboard()
</script>

<template>
  <section class="space-y-2" aria-labelledby="calendar-title">
    <h2 id="calendar-title">What is due, in your calendar</h2>
    <template v-if="address">
      <p class="figure text-sm break-all">{{ address }}</p>
      <p class="soft text-sm">It is shown only now; whoever has it sees what is due. Making another ends this one.</p>
    </template>
    <p v-if="ended" role="status" class="soft">The address has ended.</p>
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
    <div class="flex flex-wrap gap-2">
      <UButton v-if="address" color="neutral" variant="outline" class="min-h-11" icon="i-lucide-copy" @click="copy(address)">{{
        copied ? 'Copied' : 'Copy the address'
      }}</UButton>
      <UButton v-else color="neutral" variant="outline" class="min-h-11" icon="i-lucide-link" :loading="saving" @click="make"
        >Make a private address</UButton
      >
      <UButton color="neutral" variant="ghost" class="min-h-11" :disabled="saving" @click="end">End the address</UButton>
      <UButton to="/api/due.ics" external color="neutral" variant="ghost" class="min-h-11" icon="i-lucide-calendar-days"
        >As a file</UButton
      >
    </div>
  </section>
</template>
