<script setup lang="ts">
/** A list to be ticked off, each line large enough for gloves. */
defineProps<{ items: readonly string[]; ticked: readonly string[]; disabled: boolean }>()
defineEmits<{ tick: [item: string] }>()
</script>

<template>
  <ul class="space-y-1.5">
    <li v-for="item in items" :key="item">
      <button
        type="button"
        class="flex min-h-12 w-full cursor-pointer items-center gap-3 rounded-lg border-2 px-3 text-left font-medium"
        :class="ticked.includes(item) ? 'border-(--sealed) bg-(--sealed-soft)' : 'border-(--tank-line)'"
        :aria-pressed="ticked.includes(item)"
        :disabled="disabled || ticked.includes(item)"
        @click="$emit('tick', item)"
      >
        <UIcon :name="ticked.includes(item) ? 'i-lucide-circle-check' : 'i-lucide-circle-dashed'" class="size-6 shrink-0" />{{
          item
        }}
      </button>
    </li>
  </ul>
</template>
