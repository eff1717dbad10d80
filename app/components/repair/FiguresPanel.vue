<script setup lang="ts">
import type { Way } from '#shared/repair/decision'
import type { ShopFigures } from '#shared/views'

/** The shop's own figures, typed once and remembered: its hour, a day of idleness, what parts cost. */
const props = defineProps<{ figures: ShopFigures; ways: readonly Way[]; set: (key: string, value: number) => Promise<void> }>()
const open = defineModel<boolean>('open', { required: true })
const { problem, save } = useSave({ inOrder: true })
const rows = computed(() => [
  { key: 'rate', label: 'An hour of work' },
  { key: 'idle', label: 'A day that it lies idle' },
  ...props.ways.map(({ method }) => ({ key: `parts:${method.key}`, label: `Parts and material: ${lowerFirst(method.doing)}` })),
])
const change = (key: string, value: number | null) => {
  if (value === null || !Number.isFinite(value) || value === props.figures[key]) return
  void save(() => props.set(key, value))
}
</script>

<template>
  <USlideover
    v-model:open="open"
    title="What it costs here"
    description="Typed once, in your own currency, and remembered."
    :ui="{ content: 'max-w-md' }"
  >
    <template #body>
      <div class="space-y-4">
        <UFormField v-for="row in rows" :key="row.key" :label="row.label">
          <QuantityInput
            :model-value="figures[row.key] ?? null"
            kind="count"
            class="w-40"
            @update:model-value="change(row.key, $event)"
          />
        </UFormField>
        <p v-if="problem" role="alert" class="leaking font-medium">{{ problem }}</p>
        <UButton block size="xl" color="neutral" @click="open = false">Weigh it up</UButton>
      </div>
    </template>
  </USlideover>
</template>
