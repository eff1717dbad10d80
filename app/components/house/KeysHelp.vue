<script setup lang="ts">
/** What each key does on the screen that is open. */
const open = defineModel<boolean>('open', { default: false })
const groups = useShownKeys()
const written = (key: string) =>
  ({ '/': '/', '?': '?', 'escape': 'Esc', 'arrowdown': '↓', 'arrowup': '↑', 'enter': 'Enter' })[key] ??
  key.toUpperCase().replace('-', ' then ')
</script>

<template>
  <UModal v-model:open="open" title="Keys" description="They work whenever you are not typing.">
    <template #body>
      <div v-for="group in groups" :key="group.title" class="mb-5 last:mb-0">
        <h2 class="mb-1.5">{{ group.title }}</h2>
        <dl class="grid grid-cols-[auto_1fr] items-center gap-x-4 gap-y-1.5">
          <template v-for="item in group.keys" :key="item.key + item.label">
            <dt>
              <UKbd size="lg" class="figure">{{ written(item.key) }}</UKbd>
            </dt>
            <dd>{{ item.label }}</dd>
          </template>
        </dl>
      </div>
    </template>
  </UModal>
</template>
