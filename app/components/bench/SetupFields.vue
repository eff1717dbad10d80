<script setup lang="ts">
import { closures, type Closure } from '#core/circuit/boundary'
import { linkStateIn, settableLinks, type Link, type LinkState } from '#core/circuit/circuit'
import { liveParts } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/** How a circuit is closed, fed and switched: every opening, every valve and hose that can be set. */
const props = defineProps<{ job: JobView; /** an opening may be left open */ mayOpen?: boolean }>()
const setup = defineModel<{ closures: Record<string, Closure>; links: Record<string, LinkState> }>({ required: true })
const openings = computed(() => liveParts(props.job).filter(part => part.opening))
const items = computed(() =>
  closures.filter(value => props.mayOpen || value !== 'open').map(value => ({ label: closureWords[value], value })),
)
const links = computed(() => settableLinks(props.job.circuit))
const close = (partId: string, closure: Closure) => {
  setup.value = { ...setup.value, closures: { ...setup.value.closures, [partId]: closure } }
}
const set = (link: Link, state: LinkState) => {
  setup.value = { ...setup.value, links: { ...setup.value.links, [link.id]: state } }
}
const stateWord = (link: Link, state: LinkState) => (link.kind === 'passage' ? { open: 'free', shut: 'pinched' }[state] : state)
</script>

<template>
  <div class="space-y-4">
    <fieldset>
      <legend class="mb-1.5 font-semibold">Openings</legend>
      <div class="grid gap-x-5 gap-y-2 sm:grid-cols-2">
        <label v-for="part in openings" :key="part.id" class="flex min-h-11 items-center justify-between gap-3">
          <span class="font-medium">{{ part.name }}</span>
          <USelect
            :model-value="setup.closures[part.id] ?? 'own'"
            :items="items"
            :aria-label="part.name"
            class="w-40 shrink-0"
            @update:model-value="close(part.id, $event)"
          />
        </label>
      </div>
    </fieldset>
    <fieldset v-if="links.length">
      <legend class="mb-1.5 font-semibold">Valves and pinches</legend>
      <div class="grid gap-x-5 gap-y-2 sm:grid-cols-2">
        <div
          v-for="link in links"
          :key="link.id"
          class="flex min-h-11 items-center justify-between gap-3"
          role="group"
          :aria-label="link.name"
        >
          <span class="font-medium">{{ link.name }}</span>
          <span class="flex gap-1">
            <UButton
              v-for="state in ['open', 'shut'] as const"
              :key="state"
              type="button"
              color="neutral"
              :variant="linkStateIn(link, setup.links) === state ? 'solid' : 'outline'"
              class="min-h-11"
              :aria-pressed="linkStateIn(link, setup.links) === state"
              @click="set(link, state)"
              >{{ stateWord(link, state) }}</UButton
            >
          </span>
        </div>
      </div>
    </fieldset>
  </div>
</template>
