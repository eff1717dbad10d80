<script setup lang="ts">
import { closures, isFeed, type Closure } from '#core/circuit/boundary'
import { linkStateIn, settableLinks, type Link, type LinkState } from '#core/circuit/circuit'
import { proposedClosures } from '#core/circuit/proposedClosures'
import { liveParts } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'

/**
 * How a circuit is closed, fed and switched: every opening, every valve and hose that can be set. Each opening starts unanswered
 * and is not under test until somebody answers; what is proposed is taken with one tap.
 */
const props = defineProps<{
  job: JobView
  /** an opening may be left open */
  mayOpen?: boolean
  /** how the openings are most likely closed; as is usual for such a tank when absent */
  proposal?: Readonly<Record<string, Closure>> | undefined
}>()
const setup = defineModel<{ closures: Record<string, Closure>; links: Record<string, LinkState> }>({ required: true })
const openings = computed(() => liveParts(props.job).filter(part => part.opening))
const proposed = computed(() => props.proposal ?? proposedClosures(liveParts(props.job)))
const unanswered = computed(() => openings.value.filter(part => !setup.value.closures[part.id]))
const feeds = computed(() => openings.value.filter(part => isFeed(setup.value.closures[part.id])))
const items = computed(() =>
  closures.filter(value => props.mayOpen || value !== 'open').map(value => ({ label: closureWords[value], value })),
)
const proposedFeed = computed(() => openings.value.find(part => isFeed(proposed.value[part.id]))?.name)
const links = computed(() => settableLinks(props.job.circuit))

function close(partId: string, closure: Closure) {
  setup.value = { ...setup.value, closures: { ...setup.value.closures, [partId]: closure } }
}
/** Answers what is still open as it is proposed; where air goes in already, a second place is not fed. */
function takeProposed() {
  const fed = feeds.value.length > 0
  const answers = unanswered.value.map(({ id }): [string, Closure] => {
    const closure = proposed.value[id] ?? 'own'
    return [id, fed && isFeed(closure) ? 'capped' : closure]
  })
  setup.value = { ...setup.value, closures: { ...setup.value.closures, ...Object.fromEntries(answers) } }
}
function set(link: Link, state: LinkState) {
  setup.value = { ...setup.value, links: { ...setup.value.links, [link.id]: state } }
}
const openingsSay = computed(() => {
  const closed = openings.value.filter(part => setup.value.closures[part.id])
  if (closed.length === 0) return 'None answered yet'
  return closed.map(part => `${part.name}: ${closureWords[setup.value.closures[part.id]!]}`).join('; ')
})
const linksSay = computed(() =>
  links.value.map(link => `${link.name} ${stateWord(link, linkStateIn(link, setup.value.links))}`).join('; '),
)
const stateWord = (link: Link, state: LinkState) => (link.kind === 'passage' ? { open: 'free', shut: 'pinched' }[state] : state)
</script>

<template>
  <div class="space-y-4">
    <fieldset>
      <legend class="mb-1.5 font-semibold">Openings</legend>
      <div v-if="unanswered.length" class="mb-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-2">
        <p class="unsure font-medium">
          <StateSign look="unsure" :size="16" /> {{ unanswered.length }} of {{ openings.length }} not answered: not under test.
        </p>
        <UButton
          type="button"
          color="neutral"
          variant="outline"
          icon="i-lucide-check-check"
          class="min-h-11"
          @click="takeProposed"
        >
          All as proposed{{ proposedFeed && !feeds.length ? `, fed at the ${lowerFirst(proposedFeed)}` : '' }}
        </UButton>
      </div>
      <p v-else-if="feeds.length !== 1" class="unsure mb-3 font-medium">
        <StateSign look="unsure" :size="16" />
        {{ feeds.length ? 'It is fed at more than one opening: exactly one feeds.' : 'Say at which opening air goes in.' }}
      </p>
      <FoldedGroup label="Each opening" :says="openingsSay">
        <div class="grid gap-x-5 gap-y-2 sm:grid-cols-2">
          <label v-for="part in openings" :key="part.id" class="flex min-h-11 items-center justify-between gap-3">
            <span class="font-medium">{{ part.name }}</span>
            <USelect
              :model-value="setup.closures[part.id]"
              :items="items"
              :placeholder="`${closureWords[proposed[part.id] ?? 'own']}?`"
              :aria-label="part.name"
              class="w-40 shrink-0"
              @update:model-value="$event && close(part.id, $event)"
            />
          </label>
        </div>
      </FoldedGroup>
    </fieldset>
    <fieldset v-if="links.length">
      <legend class="mb-1.5 font-semibold">Valves and pinches</legend>
      <FoldedGroup label="Valves and pinches" :says="linksSay">
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
      </FoldedGroup>
    </fieldset>
  </div>
</template>
