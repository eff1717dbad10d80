<script setup lang="ts">
import { usualParts, type UsualPart } from '#core/circuit/usualParts'
import { liveParts } from '#shared/jobCircuit'
import type { JobView } from '#shared/views'
import { addUsualPart, type MapDraft } from '~/composables/mapEdit'

/** What this tank has: a part is put on or taken off the map by one tap, as it was always so. */
const props = defineProps<{ job: JobView }>()
const emit = defineEmits<{ done: [job: JobView] }>()
const { saving, problem, save } = useSave()
const parts = computed(() => liveParts(props.job))
const change = (edit: (map: MapDraft) => void) => save(async () => emit('done', await correctMap(props.job, edit)))
const takeOff = (id: string) =>
  change(map => {
    map.parts = map.parts.filter(part => part.id !== id)
  })
const putOn = (usual: UsualPart) => change(map => addUsualPart(map, newId(), usual))
</script>

<template>
  <details class="sheet">
    <summary class="min-h-11 cursor-pointer py-2.5">
      <b>This tank has {{ parts.length }} parts.</b>
      <span class="soft"> Checks ask about these alone. Change them</span>
    </summary>
    <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
    <ul class="flex flex-wrap gap-2" aria-label="Parts on this tank">
      <li v-for="part in parts" :key="part.id">
        <UButton
          color="neutral"
          variant="outline"
          trailing-icon="i-lucide-x"
          class="min-h-11"
          :disabled="saving || parts.length === 1"
          :aria-label="`It has no ${lowerFirst(part.name)}`"
          @click="takeOff(part.id)"
          >{{ part.name }}</UButton
        >
      </li>
    </ul>
    <h3 class="mt-3 mb-1 font-semibold">It also has</h3>
    <ul class="flex flex-wrap gap-2" aria-label="Parts to put on">
      <li v-for="usual in usualParts" :key="usual.family">
        <UButton
          color="neutral"
          variant="ghost"
          icon="i-lucide-plus"
          class="min-h-11"
          :disabled="saving"
          @click="putOn(usual)"
          >{{ usual.name }}</UButton
        >
      </li>
    </ul>
  </details>
</template>
