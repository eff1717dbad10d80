<script setup lang="ts">
import { pressureUnits, temperatureUnits, unitLabel, volumeUnits } from '#core/quantity/units'
import { looks, type Preferences } from '#shared/schemas/person'
import { clocks, dateOrders, decimals, papers } from '#shared/writing'

/** Units and look of the person who is signed in. */
const open = defineModel<boolean>('open', { default: false })
const session = useSession()
const { problem, save } = useSave()
const choices = [
  { name: 'pressure', title: 'Pressure', values: pressureUnits },
  { name: 'volume', title: 'Volume', values: volumeUnits },
  { name: 'temperature', title: 'Temperature', values: temperatureUnits },
  { name: 'look', title: 'Look', values: looks },
  { name: 'decimal', title: 'Figures', values: decimals },
  { name: 'dates', title: 'Dates', values: dateOrders },
  { name: 'clock', title: 'Time of day', values: clocks },
  { name: 'paper', title: 'Paper', values: papers },
] as const
const label = (value: string) =>
  value in unitLabel
    ? unitLabel[value as keyof typeof unitLabel]
    : ({
        'system': 'As the device',
        'light': 'Light',
        'dark': 'Dark',
        'point': '6.9',
        'comma': '6,9',
        'day first': '28 Nov 2026',
        'month first': 'Nov 28, 2026',
        'year first': '2026-11-28',
        '24 hours': '15:05',
        '12 hours': '3:05 PM',
      }[value] ?? value)
/** What is written already was written in the way before. */
const rewrites: (keyof Preferences)[] = ['decimal', 'dates', 'clock']
async function prefer(name: keyof Preferences, value: string) {
  problem.value = null
  await session.prefer({ [name]: value }).catch(error => {
    problem.value = (error as Error).message
  })
  if (!problem.value && rewrites.includes(name)) location.reload()
}
async function leave() {
  await save(() => session.signOut())
  open.value = false
  await navigateTo('/sign-in')
}
</script>

<template>
  <USlideover
    v-model:open="open"
    :title="session.person?.name ?? ''"
    :description="session.person?.role"
    :ui="{ content: 'max-w-sm' }"
  >
    <template #body>
      <SwitchPerson class="mb-6" />
      <fieldset v-for="choice in choices" :key="choice.name" class="mb-5">
        <legend class="mb-1.5 font-semibold">{{ choice.title }}</legend>
        <div class="flex flex-wrap gap-2">
          <UButton
            v-for="value in choice.values"
            :key="value"
            color="neutral"
            :variant="session.preferences[choice.name] === value ? 'solid' : 'outline'"
            class="min-h-11"
            :aria-pressed="session.preferences[choice.name] === value"
            @click="prefer(choice.name, value)"
          >
            {{ label(value) }}
          </UButton>
        </div>
      </fieldset>
      <CalendarFeed class="mb-5" />
      <p v-if="problem" role="alert" class="leaking mb-3 font-medium">{{ problem }}</p>
      <UButton
        v-if="session.person?.role === 'owner'"
        to="/people"
        block
        color="neutral"
        variant="outline"
        icon="i-lucide-users"
        class="mb-3"
        @click="open = false"
        >People and shop</UButton
      >
      <UButton
        to="/me"
        block
        color="neutral"
        variant="outline"
        icon="i-lucide-key-round"
        class="mb-3 min-h-11"
        @click="open = false"
        >Password, PIN, where you are signed in</UButton
      >
      <UButton
        v-if="session.person?.hasPin"
        block
        color="neutral"
        variant="outline"
        icon="i-lucide-lock"
        class="mb-3 min-h-11"
        @click="save(() => session.lock())"
        >Put the tablet down</UButton
      >
      <UButton block color="neutral" variant="outline" icon="i-lucide-log-out" class="min-h-11" @click="leave"
        >Sign out</UButton
      >
    </template>
  </USlideover>
</template>
