<script setup lang="ts">
import type { TabletPerson } from '#shared/views'

/** Who else is signed in on this device and has a PIN: a tap on the name, then the PIN. */
const session = useSession()
const people = ref<TabletPerson[]>([])
onMounted(async () => {
  // Without an answer there is nobody to offer; the password still lets in.
  const all = await callApi<TabletPerson[]>('session/here').catch(() => [])
  people.value = all.filter(each => each.id !== session.person?.id)
})
const chosen = ref<TabletPerson | null>(null)
const pin = ref('')
const { saving, problem, save } = useSave()
function choose(person: TabletPerson) {
  chosen.value = chosen.value?.id === person.id ? null : person
  pin.value = ''
  problem.value = null
}
const go = () =>
  save(async () => {
    const entered = pin.value
    pin.value = ''
    await session.switchTo(chosen.value!.id, entered)
  })
</script>

<template>
  <section v-if="people.length > 0" aria-labelledby="switch-title" class="space-y-2">
    <h2 id="switch-title">{{ session.person ? 'Somebody else here' : 'Signed in on this device' }}</h2>
    <div class="flex flex-wrap gap-2">
      <UButton
        v-for="person in people"
        :key="person.id"
        color="neutral"
        :variant="chosen?.id === person.id ? 'solid' : 'outline'"
        class="min-h-11"
        icon="i-lucide-user-round-check"
        :aria-pressed="chosen?.id === person.id"
        @click="choose(person)"
        >{{ person.name }}</UButton
      >
    </div>
    <PinPad v-if="chosen" v-model="pin" :busy="saving" :label="`PIN of ${chosen.name}`" @done="go" />
    <p v-if="problem" role="alert" class="leaking font-semibold">{{ problem }}</p>
  </section>
</template>
