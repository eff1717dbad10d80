<script setup lang="ts">
/** The rope where there is no room for it: the next bell, and the whole rope on a tap. */
const rope = useRope()
const now = useClock()
const open = ref(false)
const next = computed(() => rope.ringing[0] ?? rope.bells[0])
</script>

<template>
  <div>
    <button
      type="button"
      class="flex min-h-12 w-full items-center gap-2.5 border-b border-(--hair) bg-(--sheet) px-4 py-1.5 text-left"
      :class="{ 'border-b-2 border-b-(--time)': rope.ringing.length > 0 }"
      aria-haspopup="dialog"
      @click="open = true"
    >
      <BellSign class="time shrink-0" :size="22" />
      <span v-if="next" class="min-w-0 flex-1 truncate"
        ><b>{{ next.title }}</b> <span class="soft">{{ next.rungAt ? 'rings now' : clockText(next.dueAt, now) }}</span></span
      >
      <span v-else class="soft flex-1">Nothing is due</span>
      <span v-if="rope.bells.length > 1" class="soft shrink-0 text-sm font-semibold">+{{ rope.bells.length - 1 }}</span>
      <UIcon name="i-lucide-chevron-down" class="soft size-5 shrink-0" />
    </button>
    <USlideover
      v-model:open="open"
      title="Bells"
      description="Everything that is due, soonest first"
      :ui="{ content: 'max-w-sm' }"
    >
      <template #body><RopeList /></template>
    </USlideover>
  </div>
</template>
