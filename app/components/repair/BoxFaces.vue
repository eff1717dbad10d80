<script setup lang="ts">
import { boxFaces, type BoxFace } from '#core/repair/defect/defect'

/** The faces of a tank as a box unfolded: each is ticked as it has been down; known holes are drawn on theirs. */
const props = defineProps<{
  ticked: readonly string[]
  now: string | null
  holes: Partial<Record<BoxFace, number>>
  disabled: boolean
}>()
defineEmits<{ tick: [face: BoxFace] }>()
const places: Record<BoxFace, string> = {
  top: '1 / 2',
  left: '2 / 1',
  bottom: '2 / 2',
  right: '2 / 3',
  front: '2 / 4',
  back: '3 / 2',
}
const isDone = (face: BoxFace) => props.ticked.includes(face)
</script>

<template>
  <div class="grid max-w-md grid-cols-4 gap-1.5" role="group" aria-label="Faces">
    <button
      v-for="face in boxFaces"
      :key="face"
      type="button"
      class="face"
      :class="isDone(face) ? 'done' : face === now ? 'now' : ''"
      :style="{ gridArea: places[face] }"
      :aria-pressed="isDone(face)"
      :disabled="disabled || isDone(face)"
      @click="$emit('tick', face)"
    >
      <span v-for="k in holes[face] ?? 0" :key="k" class="hole" :style="{ left: `${14 + 15 * k}%` }" aria-hidden="true" />
      <UIcon v-if="isDone(face)" name="i-lucide-circle" class="size-8 text-(--sealed)" />
      <b v-else-if="face === now" class="text-[1.25rem]">now</b>
      <span class="text-sm"
        >{{ face }}<span v-if="holes[face]" class="sr-only">, {{ holes[face] }} known holes</span></span
      >
    </button>
  </div>
</template>

<style scoped>
.face {
  position: relative;
  aspect-ratio: 1;
  min-height: 4.25rem;
  display: flex;
  flex-direction: column;
  align-items: center;
  justify-content: flex-end;
  gap: 0.15rem;
  padding: 0.3rem;
  border: 2px solid var(--tank-line);
  border-radius: 0.5rem;
  background: var(--sheet);
  cursor: pointer;
}
.face.done {
  border-color: var(--sealed);
  background: var(--sealed-soft);
}
.face.now {
  border-color: var(--time);
  border-width: 3px;
}
.hole {
  position: absolute;
  top: 12%;
  width: 0.6rem;
  height: 0.6rem;
  border-radius: 50%;
  background: var(--leaking);
}
</style>
