<script setup lang="ts">
import { linkStateIn, shutWord, type Link, type LinkState } from '#core/circuit/circuit'

/** Valves and hoses that can be switched or pinched while somebody watches the smoke. */
const props = defineProps<{
  links: readonly Link[]
  states: Readonly<Record<string, LinkState>>
  mayWork: boolean
  busy: boolean
}>()
defineEmits<{ toggle: [link: Link] }>()

const rows = computed(() =>
  props.links.map(link => {
    const shut = linkStateIn(link, props.states) === 'shut'
    const pinched = link.kind === 'passage'
    return {
      link,
      stands: shut ? shutWord(link) : pinched ? 'free' : 'open',
      turn: shut ? 'Open' : 'Shut',
      button: shut ? (pinched ? 'Free it' : 'Open') : pinched ? 'Pinch' : 'Shut',
    }
  }),
)
</script>

<template>
  <section class="sheet" aria-labelledby="valves-title">
    <h2 id="valves-title" class="mb-1">Switch while you watch</h2>
    <ul class="divide-y divide-(--hair)">
      <li v-for="row in rows" :key="row.link.id" class="flex min-h-11 items-center justify-between gap-2 py-1.5">
        <span class="font-medium">
          {{ row.link.name }}
          <span class="soft block text-sm">{{ row.stands }}</span>
        </span>
        <UButton
          v-if="mayWork"
          color="neutral"
          variant="outline"
          class="min-h-11"
          :aria-label="`${row.turn} the ${row.link.name}`"
          :disabled="busy"
          @click="$emit('toggle', row.link)"
          >{{ row.button }}</UButton
        >
      </li>
    </ul>
  </section>
</template>
