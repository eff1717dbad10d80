<script setup lang="ts">
/** A budget of doubt: one standard uncertainty a cause, as bars. */
const props = defineProps<{ budget: Record<string, number>; words: Record<string, string> }>()
const most = computed(() => Math.max(...Object.values(props.budget), 1e-12))
const rows = computed(() =>
  Object.keys(props.words)
    .map(part => ({ part, name: props.words[part]!, value: props.budget[part] ?? 0 }))
    // What cannot act here has no bar.
    .filter(row => row.value > 0)
    .sort((a, b) => b.value - a.value),
)
</script>

<template>
  <dl class="grid grid-cols-[auto_1fr_auto] items-center gap-x-3 gap-y-1.5">
    <template v-for="row in rows" :key="row.part">
      <dt>{{ row.name }}</dt>
      <dd aria-hidden="true">
        <span class="block h-3 rounded-full bg-(--unsure)" :style="{ width: `${Math.max(1, (100 * row.value) / most)}%` }" />
      </dd>
      <dd class="figure text-right">{{ rateText(row.value) }}</dd>
    </template>
  </dl>
</template>
